import { IntakeAnswer } from '../../../core/wire/picture.ts'
import { Problem } from '../../../core/wire/problem.ts'

export interface Upload {
  readonly answer: Promise<IntakeAnswer>
  readonly cancel: () => void
}

/** Why a file was not taken: words for people. */
export class NotTaken extends Error {
  override name = 'NotTaken'
  constructor(
    message: string,
    readonly next?: string,
    /** trying again may help */
    readonly again = false,
  ) {
    super(message)
  }
}

/** Sends one file. XMLHttpRequest, because fetch tells nothing of how far a body has gone. */
export function upload(
  file: File,
  target: { post: string | undefined; number: number | undefined },
  progress: (share: number) => void,
): Upload {
  const request = new XMLHttpRequest()
  const answer = new Promise<IntakeAnswer>((resolve, reject) => {
    request.upload.onprogress = (event) => event.lengthComputable && progress(event.loaded / event.total)
    request.onerror = () => reject(new NotTaken('The server did not answer.', 'Try again.', true))
    request.onabort = () => reject(new NotTaken('Cancelled.', undefined, true))
    request.onload = () => {
      let json: unknown
      try {
        json = JSON.parse(request.responseText)
      } catch {
        json = undefined
      }
      if (request.status < 300) return resolve(IntakeAnswer.parse(json))
      const problem = Problem.safeParse(json)
      reject(
        problem.success
          ? new NotTaken(problem.data.message, problem.data.next, request.status >= 500)
          : new NotTaken('The server could not be understood.', 'Try again.', true),
      )
    }
    const query = new URLSearchParams({
      name: file.name,
      ...(target.post ? { post: target.post } : {}),
      ...(target.number === undefined ? {} : { number: String(target.number) }),
    })
    request.open('POST', `/api/pictures?${query}`)
    request.setRequestHeader('content-type', 'application/octet-stream')
    request.send(file)
  })
  return { answer, cancel: () => request.abort() }
}

import type { ErrorRequestHandler } from 'express'
import { ZodError } from 'zod'
import { NotAPost } from '../core/post/post.ts'
import type { Problem } from '../core/wire/problem.ts'
import type { Logger } from 'pino'

/** The one table of refusals: status, what and why, what to do next. `{x}` is filled from the details. */
const ANSWERS = {
  'not-found': [404, 'There is nothing at this address.', undefined],
  'post-not-found': [
    404,
    'This post is not here. It may have been deleted in another window.',
    'Go back to the posts.',
  ],
  'picture-not-found': [404, 'This picture is not here any more.', 'Reload the page to see what is.'],
  'flat-no-room': [
    422,
    'Border and gaps leave some pictures of this row no room in so small a file.',
    'Make the longest edge longer, or the border and the gaps smaller.',
  ],
  'state-not-found': [404, 'This saved state is not here.', 'Reload the list of saved states.'],
  'bad-request': [
    400,
    'The request could not be understood: {fault}.',
    'Reload the page; if it comes again, the program is at fault.',
  ],
  'foreign-host': [
    403,
    'Requests must come to this machine by its own address.',
    'Open Set Row at the address it printed when it started.',
  ],
  'foreign-origin': [
    403,
    'Another web page tried to use Set Row. It was not let in.',
    'Use Set Row from its own window.',
  ],
  'key-needed': [
    401,
    'Set Row is open only to those who have its access key.',
    'Open the address that it printed when it started, or give the key.',
  ],
  'wrong-key': [403, 'This is not the access key.', 'It lies in the data folder, in the file “access-key”.'],
  'stale-save': [
    409,
    'This post was saved from another window meanwhile. Both texts are kept.',
    'Choose which one to go on with.',
  ],
  'stale-publish': [409, 'The post was changed after this plan was made.', 'Look at the plan again.'],
  'address-taken': [
    409,
    'The post “{title}” has the address “{address}” on the blog.',
    'Give this post another address, or withdraw that one.',
  ],
  'request-too-large': [413, 'What was sent has more than {limit} MB.', 'Send it in parts.'],
  'disk-full': [
    507,
    'There is no room left on the disk of Set Row’s data folder.',
    'Make room. What is being saved then goes on by itself; pictures have to be brought in again.',
  ],
  'file-too-large': [413, 'The file has more than {limit} MB.', 'Save it smaller and bring it in again.'],
  'file-empty': [422, 'The file is empty.', 'Copy it from the camera again.'],
  'not-a-picture': [
    422,
    'This is not a picture that can be shown: its content is {found}.',
    'Bring in JPEG, PNG, WebP, AVIF, HEIC, GIF or TIFF.',
  ],
  'too-many-pixels': [
    422,
    'The picture has {megapixels} megapixels; the limit is {limit}.',
    'Save it smaller and bring it in again.',
  ],
  'damaged-picture': [422, 'The file is damaged and can’t be read as a picture.', 'Copy it from the camera again.'],
  'picture-cut': [422, 'The file was cut short: a part of the picture is missing.', 'Copy it from the camera again.'],
  'unreadable-kind': [
    422,
    'This is a kind of {format} that can’t be read here.',
    'Save it as a plain JPEG or PNG and bring it in again.',
  ],
  cancelled: [409, 'Cancelled.', undefined],
  'archive-unreadable': [
    422,
    'This can’t be read as a ZIP archive.',
    'Make the archive anew, or bring its pictures in without it.',
  ],
  'archive-too-many': [
    413,
    'The archive has more than {most} files. None was taken.',
    'Part it in several, and bring in one after another.',
  ],
  'archive-too-large': [
    413,
    'What was unpacked of the archive has {limit} GB; that is the limit. What came before it is here.',
    'Part it in several, and bring in one after another.',
  ],
  'archive-blown-up': [
    422,
    'Unpacked it would be many hundred times as large: archives like that are made to fill disks.',
    undefined,
  ],
  'archive-locked': [422, 'It is locked with a password.', 'Unpack the archive yourself, and bring the files in.'],
  'archive-nested': [422, 'It is an archive in an archive.', 'Bring it in by itself.'],
  'archive-packed-otherwise': [
    422,
    'It is packed in a way that can’t be read here.',
    'Pack it as a usual ZIP, or bring it in without one.',
  ],
  'archive-file-cut': [422, 'The archive was cut off in the middle of it.', 'Copy the archive again.'],
  'archive-cut': [
    422,
    'The archive was cut off, and its list of files with it. What was whole before the cut is brought in.',
    'Copy the archive again to have the rest: what is here already is recognised.',
  ],
  'gathering-not-found': [404, 'This is over, or was read in another window.', undefined],
  'address-unreadable': [
    422,
    'This is no web address that can be fetched.',
    'It begins with https:// or http://, and has no name and password in it.',
  ],
  'address-not-found': [
    404,
    '{host} has nothing at this address, in large letters or small.',
    'Open it in a window of its own, and copy the address from there.',
  ],
  'address-is-page': [
    422,
    'This address is a page and not a picture.',
    'No picture is named in it. One that a script puts in can’t be found: save it, and bring the file in.',
  ],
  'address-refused': [
    502,
    '{host} does not give it to everybody (answer {status}).',
    'Save the picture in your browser, and bring the file in.',
  ],
  'address-ill': [502, '{host} could not do it (answer {status}).', 'Try again later.'],
  'address-away': [504, '{host} does not answer.', 'Check the address, and try again.'],
  'address-slow': [504, 'It took longer than two minutes and was given up.', 'Try again.'],
  'address-inside': [
    422,
    '{host} is this machine or one of its own network. Pictures are fetched only from the web.',
    'Bring the file in.',
  ],
  'address-goes-round': [
    502,
    '{host} sends from one address to the next and on.',
    'Copy the address of the picture itself.',
  ],
  'bank-away': [502, 'The picture bank does not answer.', 'Start it, or check SETROW_BANK_URL, and try again.'],
  'bank-has-not': [404, 'The picture bank does not have this picture any more.', 'Search again.'],
  'bank-ill': [502, 'The picture bank could not do it (answer {status}).', 'Try again later.'],
  'upload-cut': [400, 'The transfer was cut off before the file was complete.', 'Bring it in again.'],
  'replaced-by-itself': [409, 'This is the very file that the picture has.', 'Choose another file.'],
  'replacement-in-use': [
    409,
    'The file is here already as “{name}”, and posts show that picture.',
    'Set that picture in the places where it should be.',
  ],
  'picture-in-use': [409, 'The picture is shown in {posts}.', 'Take it out of there first.'],
  'host-away': [
    502,
    'The blog host at {url} does not answer.',
    'Start it, or check SETROW_BLOG_URL, and try again. Nothing was changed.',
  ],
  'host-key': [502, 'The blog host does not let Set Row in: {fault}', 'Check the access key (SETROW_BLOG_KEY).'],
  'host-refused': [502, 'The blog host refused: {fault}', 'Put right what it names, and try again.'],
  'host-ill': [502, 'The blog host could not do it: {fault}', 'Look after the blog host, and try again.'],
  'host-unsure': [
    502,
    'The post was sent, and then the blog host at {url} did not answer: it may be on the blog.',
    'Set Row asks the host as soon as it answers. It can also be taken back.',
  ],
  'post-too-large': [
    413,
    'The pages of this post have {megabytes} MB; the blog takes {limit} MB for one post.',
    'Part it in two, or give fewer pictures a page of their own.',
  ],
  'list-not-sent': [
    502,
    'The post itself is done, but the list of posts on the blog could not be sent: {fault}',
    'Publish again; the list goes with every post.',
  ],
  'job-not-found': [404, 'This job is not known here any more.', 'Open the publish sheet again.'],
  'not-published': [409, 'This post is not on the blog.', undefined],
  internal: [
    500,
    'Something went wrong in Set Row itself. Nothing you wrote is lost.',
    'Try again; the log says more.',
  ],
} as const satisfies Record<string, readonly [number, string, string | undefined]>

export type Code = keyof typeof ANSWERS

/** A refusal that is answered with its entry in the table. */
export class Refusal extends Error {
  override name = 'Refusal'
  constructor(
    readonly code: Code,
    readonly values: Record<string, string | number> = {},
    readonly detail?: unknown,
  ) {
    super(ANSWERS[code][1].replace(/\{(\w+)\}/g, (_, key: string) => String(values[key] ?? '')))
  }
  get status(): number {
    return ANSWERS[this.code][0]
  }
  get problem(): Problem {
    const next = ANSWERS[this.code][2]
    return {
      code: this.code,
      message: this.message,
      ...(next ? { next } : {}),
      ...(this.detail === undefined ? {} : { detail: this.detail }),
    }
  }
}

/** Whether this says that the disk, or this program's share of it, is full: from the file system or from SQLite. */
export const isDiskFull = (error: unknown): boolean =>
  error instanceof Error &&
  (/^(ENOSPC|EDQUOT|SQLITE_FULL)/.test((error as { code?: string }).code ?? '') ||
    // libvips writes files itself, and says it in words.
    /No space left on device|Disk quota exceeded/i.test(error.message))

export function asRefusal(error: unknown): Refusal {
  if (error instanceof Refusal) return error
  if (error instanceof NotAPost) return new Refusal('bad-request', { fault: error.message })
  if (error instanceof ZodError) {
    const issue = error.issues[0]!
    return new Refusal('bad-request', { fault: `${issue.path.join('.') || 'body'}: ${issue.message}` })
  }
  const status = (error as { status?: number }).status
  if (isDiskFull(error)) return new Refusal('disk-full')
  if (status === 413)
    return new Refusal('request-too-large', { limit: Math.round((error as { limit: number }).limit / 1e5) / 10 })
  if (status && status < 500) return new Refusal('bad-request', { fault: (error as Error).message })
  return new Refusal('internal')
}

export const answerErrors =
  (log: Logger): ErrorRequestHandler =>
  (error, request, response, next) => {
    const refusal = asRefusal(error)
    if (refusal.code === 'internal') log.error({ err: error, path: request.path }, 'request failed')
    if (response.headersSent) next(error)
    else response.status(refusal.status).json(refusal.problem)
  }

import pLimit from 'p-limit'
import { severalInWords } from '../../../core/files/moving.ts'
import type { Gathering } from '../../../core/wire/gathering.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { api } from '../../api/client.ts'
import { count } from '../../ui/words.ts'
import type { Video } from '../../../core/video/video.ts'
import { isVideoFile, posterOf, replaceByMoment } from '../videos/poster.ts'
import { type Arrivals, isGoing } from './arrivals.ts'
import { type Batch, foldersIn, type IntakeChoices } from './batch.ts'
import { type ChosenFile, chosenFiles } from './chosen-files.ts'
import { NotTaken, upload, uploadArchive, uploadVideo } from './upload.ts'

/** Pictures are here; `later` are those that were chosen after them and came before them. */
export type Arrived = (ids: readonly string[], later: readonly string[]) => void

/** The post that is open, and who is told of what arrives for it. */
export interface AttachedPost {
  readonly id: string
  readonly arrived: Arrived
}

interface SenderSides {
  readonly arrivals: Arrivals
  readonly post: () => AttachedPost | undefined
  /** a picture is here, whoever it is for */
  readonly taken: (picture: Picture) => void
  /** the server has an archive, and goes on by itself */
  readonly gathering: (gathering: Gathering, choices: IntakeChoices) => void
  /** all of a folder has come, in order, but for what was refused */
  readonly folder: (name: string, pictures: readonly string[]) => void
}

const AT_ONCE = 3
/** Of a video the file is nearly all. */
const VIDEO_SHARE = 0.95

/** Sends files of this machine to the server, a few at a time, in the order in which they were chosen. */
export class FileSender {
  private readonly limit = pLimit(AT_ONCE)
  private nextKey = 0
  private readonly files = new Map<string, ChosenFile & { readonly batch: Batch }>()
  private readonly archives = new Map<string, { readonly file: File; readonly choices: IntakeChoices }>()
  private readonly cancels = new Map<string, () => void>()
  private readonly cancelled = new Set<string>()
  /** choosings of which all has ended */
  private readonly whole = new WeakSet<Batch>()
  /** videos that are here or on their way, and the moments that were chosen for them */
  private readonly videos = new Map<string, File>()
  private readonly moments = new Map<string, File>()
  constructor(private readonly sides: SenderSides) {}

  bringIn(list: readonly File[], choices: IntakeChoices): void {
    const { arrivals } = this.sides
    const chosen = chosenFiles(list)
    const key = () => `f:${++this.nextKey}`
    const fresh = chosen.files.map((one) => ({ ...one, key: key() }))
    const zips = chosen.archives.map((file) => ({ file, key: key() }))
    arrivals.add(
      [...fresh, ...zips].map(({ key: own, file }) => ({
        key: own,
        name: file.name,
        bytes: file.size,
        state: 'waiting',
        share: 0,
        moments: isVideoFile(file),
      })),
    )
    if (chosen.skipped > 0) {
      const words = `${count(chosen.skipped, 'hidden file')} left out.`
      arrivals.note({ key: `skipped:${this.nextKey}`, words, poor: false })
    }
    for (const { key: own, file } of zips) {
      this.archives.set(own, { file, choices })
      void this.sendArchive(own)
    }
    if (fresh.length > 0) void this.sendAll(fresh, choices)
  }

  /** Names of files that are not sent yet. */
  unsent(): string[] {
    return [...this.files].flatMap(([key, { file }]) => {
      const one = this.sides.arrivals.get(key)
      return one && isGoing(one) ? [file.name] : []
    })
  }

  /** The file of a video of one's own, while its window is open. */
  videoOf = (key: string): File | undefined => this.videos.get(key)

  /** This picture of one of its moments stands for the video; where it is here already, from now on. */
  async standsFor(key: string, moment: File): Promise<void> {
    this.moments.set(key, moment)
    const { picture, state } = this.sides.arrivals.get(key) ?? {}
    if (picture && state !== 'refused') await this.changeMoment(picture, moment)
  }

  private async changeMoment(id: string, moment: File): Promise<void> {
    await replaceByMoment(moment, id)
    for (const picture of await api.pictures.byIds([id])) this.sides.taken(picture)
  }

  cancel(key: string): void {
    this.cancelled.add(key)
    this.cancels.get(key)?.()
    this.sides.arrivals.set(key, { state: 'refused', reason: 'Stopped.', next: undefined, again: true })
  }

  again(key: string): void {
    this.cancelled.delete(key)
    if (!this.files.has(key) && !this.archives.has(key)) return
    this.sides.arrivals.set(key, { state: 'waiting', share: 0, reason: undefined })
    void (this.files.has(key) ? this.sendFile(key) : this.sendArchive(key))
  }

  private async sendAll(fresh: readonly (ChosenFile & { key: string })[], choices: IntakeChoices): Promise<void> {
    // Their places are kept before any is sent: the order of choosing stands, however long each takes.
    const first = await api.pictures.numbers(fresh.length).catch(() => undefined)
    const tops = new Map(fresh.map(({ key, folder }) => [key, folder.split('/')[0]!]))
    const batch: Batch = { keys: fresh.map(({ key }) => key), first, arrived: new Map(), tops, choices }
    for (const { key, ...file } of fresh) {
      this.files.set(key, { ...file, batch })
      if (isVideoFile(file.file)) this.videos.set(key, file.file)
    }
    for (const { key } of fresh) void this.sendFile(key)
  }

  private sendFile(key: string): Promise<void> {
    const { file, folder, batch } = this.files.get(key)!
    return this.sent(key, () => this.sendPicture(key, { file, folder, batch })).then(() => this.ended(batch))
  }

  /** Where all of a choosing has come, or was refused, its folders become sets if that is wished. */
  private ended(batch: Batch): void {
    const { keys, choices } = batch
    const { arrivals, folder } = this.sides
    const going = keys.some((key) => {
      const one = arrivals.get(key)
      return one !== undefined && isGoing(one)
    })
    if (!choices.sets || going || this.whole.has(batch)) return
    this.whole.add(batch)
    for (const { name, pictures } of foldersIn(batch)) folder(name, pictures)
  }

  private async sendPicture(
    key: string,
    { file, folder, batch }: ChosenFile & { readonly batch: Batch },
  ): Promise<void> {
    const { arrivals, taken, post } = this.sides
    const target = batch.choices.onlyPictures ? undefined : post()
    const place = batch.keys.indexOf(key)
    const shown = isVideoFile(file) ? await this.sendVideo(key, file) : { picture: file, video: undefined }
    const going = upload(
      shown.picture,
      {
        video: shown.video,
        post: target?.id,
        number: batch.first === undefined ? undefined : batch.first + place,
        folder: batch.choices.folderTags && folder ? folder : undefined,
      },
      (share) => (shown.video ? undefined : arrivals.set(key, share < 1 ? { share } : { share, state: 'preparing' })),
    )
    this.cancels.set(key, going.cancel)
    const { picture, already } = await going.answer
    taken(picture)
    // Chosen while that one was on its way.
    const moment = this.moments.get(key)
    if (moment && moment !== shown.picture) await this.changeMoment(picture.id, moment)
    batch.arrived.set(key, picture.id)
    arrivals.set(key, {
      state: already ? 'already' : 'here',
      picture: picture.id,
      share: 1,
      remark: severalInWords(picture),
    })
    this.files.delete(key)
    const later = batch.keys.slice(place + 1).flatMap((other) => batch.arrived.get(other) ?? [])
    if (target && post()?.id === target.id) post()!.arrived([picture.id], later)
  }

  /** A video of one's own: its file first, then the picture of one of its moments, which stands for it. */
  private async sendVideo(key: string, file: File): Promise<{ picture: File; video: Video }> {
    const { arrivals } = this.sides
    const { picture, seconds, width, height } = await posterOf(file).catch(() => {
      throw new NotTaken(
        'This browser can’t play it, so it has no picture.',
        'Save it as MP4 or WebM, and bring that in.',
      )
    })
    const going = uploadVideo(file, (share) => arrivals.set(key, { share: share * VIDEO_SHARE }))
    this.cancels.set(key, going.cancel)
    const sent = await going.answer
    arrivals.set(key, { state: 'preparing', share: VIDEO_SHARE })
    return {
      picture: this.moments.get(key) ?? picture,
      video: { from: 'file', ...sent, seconds, width, height } as Video,
    }
  }

  private sendArchive(key: string): Promise<void> {
    const { arrivals, gathering, post } = this.sides
    const { file, choices } = this.archives.get(key)!
    return this.sent(key, async () => {
      const target = choices.onlyPictures ? undefined : post()?.id
      const going = uploadArchive(file, { post: target, tags: choices.folderTags }, (share) =>
        arrivals.set(key, { share }),
      )
      this.cancels.set(key, going.cancel)
      const begun = await going.answer
      // Its files stand in the list from here on.
      arrivals.forget((one) => one === key)
      this.archives.delete(key)
      gathering(begun, choices)
    })
  }

  /** When its turn comes; why it was refused is said. */
  private sent(key: string, work: () => Promise<void>): Promise<void> {
    const { arrivals } = this.sides
    return this.limit(async () => {
      if (this.cancelled.has(key)) return
      arrivals.set(key, { state: 'sending', share: 0, reason: undefined })
      try {
        await work()
      } catch (error) {
        const why = error instanceof NotTaken ? error : new NotTaken('It could not be sent.', 'Try again.', true)
        arrivals.set(key, { state: 'refused', reason: why.message, next: why.next, again: why.again })
      } finally {
        this.cancels.delete(key)
      }
    })
  }
}

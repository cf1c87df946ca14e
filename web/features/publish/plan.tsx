import { bytesInWords } from '../../../core/files/bytes-in-words.ts'
import type { Mark } from '../../../core/marks/mark.ts'
import type { PublishPlan } from '../../../core/wire/post.ts'
import { capital, count, fullTime, timeIn } from '../../ui/words.ts'
import type { PostDraft } from '../board/draft-sides.ts'
import { marksInWords } from '../marks/words.ts'

/** Whether the blog would refuse the post for its size. */
export const tooLarge = ({ bytesOfPages, mostBytes }: PublishPlan): boolean =>
  mostBytes !== null && bytesOfPages > mostBytes

/** What publishing would send and change, and what was found to mend. */
export function Plan({
  plan,
  draft: { publication },
  marks,
  zone,
  onMarks,
}: {
  plan: PublishPlan
  draft: PostDraft
  marks: readonly Mark[]
  zone: string
  onMarks: () => void
}) {
  const along = [
    plan.pages.pictures > 0 && `${count(plan.pages.pictures, 'picture page')}`,
    plan.pages.galleries > 0 && `${count(plan.pages.galleries, 'gallery page')}`,
  ].filter(Boolean)
  return (
    <dl className="grid grid-cols-[96px_1fr] items-baseline gap-x-3 gap-y-2">
      <dt className="text-soft">Now</dt>
      <dd>
        {publication.state === 'none' && 'Not on the blog yet'}
        {publication.state === 'draft' && `A draft since ${fullTime(publication.at!)}`}
        {publication.state === 'planned' && `On the blog, and goes live ${timeIn(publication.from!, zone)}`}
        {publication.state === 'live' && `Live, sent on ${fullTime(publication.at!)}`}
        {publication.state === 'withdrawn' && `Withdrawn on ${fullTime(publication.at!)}`}
        {publication.until && <p>Is withdrawn {timeIn(publication.until, zone)}</p>}
        {publication.unsure && (
          <p className="text-ruby">
            Something was sent and the blog did not answer: it may be there. Set Row asks until it knows.
          </p>
        )}
      </dd>
      <dt className="text-soft">Address</dt>
      <dd className="font-mono text-[0.9em] break-all">
        {plan.host.url}/posts/{plan.address}/
      </dd>
      <dt className="text-soft">Will change</dt>
      <dd>
        {publication.version === null ? (
          'Everything is new'
        ) : plan.changes.length === 0 ? (
          'Nothing since it was sent'
        ) : (
          <ul>
            {plan.changes.map((change) => (
              <li key={change}>{change}</li>
            ))}
          </ul>
        )}
      </dd>
      <dt className="text-soft">Files</dt>
      <dd>
        {plan.filesToSend === 0
          ? `All ${plan.filesInAll} are there already`
          : `${plan.filesToSend} of ${plan.filesInAll} to send, ${bytesInWords(plan.bytesToSend)}`}
        {plan.filesToMake > 0 && `; ${count(plan.filesToMake, 'more file')} of its pictures still to be made`}
        {along.length > 0 && `; with ${along.join(' and ')}`}
      </dd>
      <dt className={marks.some(({ weight }) => weight === 'must mend') ? 'text-ruby' : 'text-soft'}>Marks</dt>
      <dd>
        {marks.length === 0 ? (
          'None: nothing was found to mend'
        ) : (
          <>
            {capital(marksInWords(marks))}
            {' · '}
            <button type="button" className="underline underline-offset-4" onClick={onMarks}>
              Look at {marks.length === 1 ? 'it' : 'them'}
            </button>
          </>
        )}
      </dd>
      {tooLarge(plan) && (
        <>
          <dt className="text-ruby">Too large</dt>
          <dd className="text-ruby">
            Its pages have {bytesInWords(plan.bytesOfPages)}; the blog takes {bytesInWords(plan.mostBytes!)} for one
            post. Part it in two, or give fewer pictures a page of their own.
          </dd>
        </>
      )}
      {!plan.host.reachable && (
        <>
          <dt className="text-ruby">Blog host</dt>
          <dd className="text-ruby">
            {plan.host.message} Start it, or check the settings SETROW_BLOG_URL and SETROW_BLOG_KEY, then open this
            again. {count(plan.filesInAll, 'file')} would be sent.
          </dd>
        </>
      )}
    </dl>
  )
}

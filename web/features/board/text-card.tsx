import { plainText, rowsOf } from '../../../core/post/body.ts'
import { type PostContent, titleOf } from '../../../core/post/post.ts'
import { Button } from '../../ui/button.tsx'
import { count } from '../../ui/words.ts'

const wordsIn = ({ body }: PostContent): number =>
  body.content.reduce((sum, block) => sum + (plainText(block).match(/\S+/g)?.length ?? 0), 0)

/** Words that stand before those that differ, and how many letters are quoted in all. */
const BEFORE = 3
const QUOTED = 140

/** The first words of the text that the other does not have: by these a writer knows which is which. */
function firstOwnWords(content: PostContent, other: PostContent): string {
  const there = other.body.content.map(plainText)
  const texts = content.body.content.map(plainText)
  const at = texts.findIndex((text) => text.trim() && !there.includes(text))
  if (at < 0) return ''
  const [own, twin] = [texts[at]!.split(/\s+/), (there[at] ?? '').split(/\s+/)]
  const differs = own.findIndex((word, i) => word !== twin[i])
  const from = Math.max(0, differs - BEFORE)
  const quote = `${from > 0 ? '…' : ''}${own.slice(from).join(' ')}`
  return quote.length > QUOTED ? `${quote.slice(0, QUOTED).replace(/\s+\S*$/, '')}…` : quote
}

interface Act {
  readonly label: string
  readonly look?: 'ink'
  readonly do: () => void
}

/** One of several texts of a post, told by its size and by its own first words, with what can be done with it. */
export function TextCard({
  heading,
  content,
  other,
  acts,
}: {
  heading: string
  content: PostContent
  other: PostContent
  acts: readonly Act[]
}) {
  const own = firstOwnWords(content, other)
  return (
    <div className="flex min-w-0 flex-1 flex-col border border-hairline bg-card p-4">
      <h3 className="font-semibold">{heading}</h3>
      <p className="mt-1 truncate text-[1.05rem]">{titleOf(content)}</p>
      <p className="figures mt-1">
        {count(wordsIn(content), 'word')}, {count(rowsOf(content.body).length, 'row')}
      </p>
      <p className="mt-2 mb-4 text-soft">{own ? `“${own}”` : 'Its paragraphs are all in the other text too.'}</p>
      <div className="mt-auto flex flex-wrap gap-2">
        {acts.map((act) => (
          <Button key={act.label} {...(act.look ? { look: act.look } : {})} onClick={act.do}>
            {act.label}
          </Button>
        ))}
      </div>
    </div>
  )
}

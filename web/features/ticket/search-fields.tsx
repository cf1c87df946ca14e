import { useMemo } from 'react'
import { isOverused, KEYWORD_PLACES, keywordUses } from '../../../core/facts/keywords.ts'
import { placeOf } from '../../../core/marks/keywords.ts'
import { placePost } from '../../../core/place/place-post.ts'
import { LONGEST, MOST_KEYWORDS } from '../../../core/post/limits.ts'
import { excerptOf } from '../../../core/post/post.ts'
import { TextArea } from '../../ui/field.tsx'
import { Fold } from '../../ui/fold.tsx'
import { count } from '../../ui/words.ts'
import { useBoard } from '../board/board-context.tsx'
import { useLeadTo } from '../marks/use-lead-to.ts'
import { Labels } from './labels.tsx'

/** Search engines show about so many characters of a description. */
const SHOWN = 155

/** What people who search for the post meet: its focus words, where they stand, and the description. */
export function SearchFields() {
  const { draft, library, house } = useBoard()
  const leadTo = useLeadTo()
  const { content, id } = draft
  const keywords = content.keywords ?? []
  const uses = useMemo(
    () => (content.keywords?.length ? keywordUses(placePost(content, library, house), id) : []),
    [content, library, house, id],
  )
  const missing = uses.reduce(
    (sum, use) => sum + KEYWORD_PLACES.filter((place) => use.stands[place] === false).length,
    0,
  )
  const description = content.description ?? ''
  const said = (description.trim() || excerptOf(content)).length
  return (
    <Fold
      name="For those who search"
      told={
        keywords.length === 0
          ? 'no focus words'
          : `${count(keywords.length, 'focus word')}, ${missing ? `missing in ${count(missing, 'place')}` : 'in every place'}`
      }
    >
      <Labels
        label="Focus words"
        one="focus word"
        field="keywords"
        labels={keywords}
        most={MOST_KEYWORDS}
        longest={LONGEST.keyword}
        onChange={(did, next) =>
          draft.change(did, (post) => {
            const words = next(post.keywords ?? [])
            return { ...post, keywords: words.length ? words : undefined }
          })
        }
      />
      {uses.map((use) => (
        <dl key={use.keyword} aria-label={`Where “${use.keyword}” stands`} className="border-t border-hairline pt-1.5">
          <dt className="font-semibold">
            {use.keyword}{' '}
            <span className={`figures font-normal ${isOverused(use) ? 'text-ruby!' : ''}`}>
              {use.count} of {count(use.words, 'word')}
            </span>
          </dt>
          <dd>
            <ul className="flex flex-wrap gap-x-3">
              {KEYWORD_PLACES.filter((place) => use.stands[place] !== null).map((place) => (
                <li key={place} className="text-soft">
                  {use.stands[place] ? (
                    `in ${place}`
                  ) : (
                    <button
                      type="button"
                      className="text-ruby underline decoration-hairline underline-offset-4 hover:decoration-ruby"
                      onClick={() => leadTo(placeOf(place, { blocks: content.body.content }))}
                    >
                      not in {place}
                    </button>
                  )}
                </li>
              ))}
            </ul>
          </dd>
        </dl>
      ))}
      <TextArea
        label="Description, where it is not to be the excerpt"
        value={description}
        placeholder={excerptOf(content)}
        maxLength={LONGEST.description}
        onChange={({ target }) =>
          draft.change(
            'write the description',
            (post) => ({ ...post, description: target.value || undefined }),
            'description',
          )
        }
        note={
          <p className={`label-narrow ${said > SHOWN ? 'text-ruby' : 'text-soft'}`}>
            {said} characters; about {SHOWN} are shown
          </p>
        }
      />
    </Fold>
  )
}

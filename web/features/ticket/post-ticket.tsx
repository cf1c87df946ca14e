import { lazy, Suspense, useState } from 'react'
import { addressOf, excerptOf, titleOf } from '../../../core/post/post.ts'
import { LONGEST, MOST_TOPICS } from '../../../core/post/limits.ts'
import { LANGUAGE_NAMES, LANGUAGES } from '../../../core/readers/languages.ts'
import { Button } from '../../ui/button.tsx'
import { TextArea, TextInput } from '../../ui/field.tsx'
import { Select } from '../../ui/select.tsx'
import { useBoard } from '../board/board-context.tsx'
import { StatesDialog } from '../board/states-dialog.tsx'
import { ExportDialog } from '../export/export-dialog.tsx'
import { FeaturedField } from './featured-field.tsx'
import { Labels } from './labels.tsx'
import { SearchFields } from './search-fields.tsx'
import { StepsFields } from './steps-fields.tsx'

const PasteDialog = lazy(async () => ({ default: (await import('../export/paste-dialog.tsx')).PasteDialog }))

/** What belongs to the post as a whole. */
export function PostTicket() {
  const { draft } = useBoard()
  const { content, change } = draft
  const [statesShown, setStatesShown] = useState(false)
  const [leaving, setLeaving] = useState<'export' | 'paste' | null>(null)
  return (
    <div className="flex flex-col gap-4">
      <StepsFields />
      <header>
        <h2 className="text-[1.1rem] font-semibold">The post</h2>
        <p className="label-narrow text-soft">Press a row on the page to see and change it here</p>
      </header>
      <FeaturedField />
      <TextArea
        label="Excerpt, shown in lists"
        data-field="excerpt"
        value={content.excerpt}
        placeholder={excerptOf(content) || 'The first words of the text'}
        maxLength={LONGEST.excerpt}
        onChange={(event) =>
          change('write the excerpt', (post) => ({ ...post, excerpt: event.target.value }), 'excerpt')
        }
      />
      <Topics />
      <TextInput
        label="Byline"
        value={content.byline ?? ''}
        placeholder="Not said who it is by"
        maxLength={LONGEST.byline}
        onChange={({ target }) =>
          change('write the byline', (post) => ({ ...post, byline: target.value || undefined }), 'byline')
        }
      />
      <TextInput
        label="Dated"
        type="date"
        className="max-w-44"
        min="1990-01-01"
        max="2100-12-31"
        value={content.dated?.slice(0, 10) ?? ''}
        note={!content.dated && <p className="label-narrow mt-0.5 text-soft">The day on which it is first live</p>}
        onChange={({ target: { value, validity } }) =>
          validity.valid &&
          change('date the post', (post) => ({ ...post, dated: value ? `${value}T12:00:00Z` : undefined }), 'dated')
        }
      />
      <AddressField />
      <SearchFields />
      <div>
        <p className="mb-1 text-soft">Language</p>
        <Select
          label="Language of the post"
          value={content.language ?? ''}
          options={[['', 'As the blog'], ...LANGUAGES.map((language) => [language, LANGUAGE_NAMES[language]] as const)]}
          onChange={(language) =>
            change('choose the language of the post', (post) => ({ ...post, language: language || undefined }))
          }
        />
      </div>
      <div className="border-t border-hairline pt-3">
        <div className="flex gap-2">
          <Button small onClick={() => setStatesShown(true)}>
            Saved states…
          </Button>
          <Button small title="As files, or as HTML to paste elsewhere" onClick={() => setLeaving('export')}>
            Export…
          </Button>
        </div>
      </div>
      {leaving === 'export' && (
        <ExportDialog
          post={{ id: draft.id, title: titleOf(content) }}
          onPaste={() => setLeaving('paste')}
          onClose={() => setLeaving(null)}
        />
      )}
      {leaving === 'paste' && (
        <Suspense>
          <PasteDialog onClose={() => setLeaving(null)} />
        </Suspense>
      )}
      <StatesDialog open={statesShown} onOpenChange={setStatesShown} draft={draft} />
    </div>
  )
}

function Topics() {
  const { draft } = useBoard()
  const { topics } = draft.content
  return (
    <Labels
      label="Topics"
      one="topic"
      labels={topics}
      most={MOST_TOPICS}
      longest={LONGEST.topic}
      onChange={(did, next) => draft.change(did, (post) => ({ ...post, topics: next(post.topics) }))}
    />
  )
}

function AddressField() {
  const { draft } = useBoard()
  const { content, id } = draft
  return (
    <TextInput
      label="Address"
      data-field="address"
      className="font-mono text-[0.87em]"
      value={content.address}
      placeholder={addressOf({ ...content, address: '' }, id)}
      onChange={(event) => {
        const address = event.target.value
          .toLowerCase()
          .replace(/[^a-z0-9-]+/g, '-')
          .slice(0, 100)
        draft.change('change the address', (post) => ({ ...post, address }), 'address')
      }}
      note={<p className="label-narrow mt-0.5 break-all text-soft">/posts/{addressOf(content, id)}/</p>}
    />
  )
}

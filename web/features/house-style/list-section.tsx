import { useState } from 'react'
import { POSTS_PER_PAGE, type HouseStyle } from '../../../core/house/house-style.ts'
import type { Library } from '../../../core/place/library.ts'
import { Button } from '../../ui/button.tsx'
import { Choice } from '../../ui/choice.tsx'
import { Line, NumberInput } from '../../ui/field.tsx'
import { PictureImage } from '../pictures/picture-image.tsx'
import { PicturePicker } from '../pictures/picture-picker.tsx'
import { Section } from './section.tsx'

/** How posts are listed, and the picture of those that have none. */
export function ListSection({
  style,
  library,
  change,
  onOpen,
}: {
  style: HouseStyle
  library: Library
  change: (change: Partial<HouseStyle>) => void
  onOpen: () => void
}) {
  const [picking, setPicking] = useState(false)
  const fallback = library.picture(style.fallbackFeatured ?? '')
  return (
    <>
      <Section title="List of posts" onOpen={onOpen}>
        <Choice
          label="Shape of the list of posts"
          value={style.listShape}
          onChange={(listShape) => change({ listShape })}
          options={[
            { value: 'rows', label: 'Rows' },
            { value: 'cards', label: 'Cards' },
            { value: 'banners', label: 'Banners' },
            { value: 'mixed', label: 'Mixed', hint: 'The newest as a banner, then cards' },
          ]}
        />
        <Line label="On a page">
          <NumberInput
            label="Posts on a page of the list"
            unit="posts"
            value={style.postsPerPage}
            least={POSTS_PER_PAGE.least}
            most={POSTS_PER_PAGE.most}
            onChange={(posts) => change({ postsPerPage: Math.round(posts ?? style.postsPerPage) })}
          />
        </Line>
        <p className="text-soft">Fallback featured image, shown in lists for posts that have none of their own:</p>
        <div className="flex items-end gap-3">
          {fallback ? (
            <PictureImage picture={fallback} width={120} aspect={4 / 3} />
          ) : (
            <span className="flex h-[90px] w-[120px] items-center justify-center bg-card text-soft">None</span>
          )}
          <Button small onClick={() => setPicking(true)}>
            Choose…
          </Button>
          {fallback && (
            <Button small look="plain" onClick={() => change({ fallbackFeatured: null })}>
              None
            </Button>
          )}
        </div>
      </Section>
      <PicturePicker
        open={picking}
        onOpenChange={setPicking}
        title="Choose the fallback featured image"
        onPick={([id]) => id && change({ fallbackFeatured: id })}
      />
    </>
  )
}

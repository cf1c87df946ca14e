import { useState } from 'react'
import { CENTRE, type FocusPoint } from '../../../core/geometry/crop-window.ts'
import { placeInOriginal, placeShown } from '../../../core/recipe/places.ts'
import { LIST_SHAPES, type ListShape, SHARE_CARD_ASPECT } from '../../../core/page/list-shapes.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { Button } from '../../ui/button.tsx'
import { useBoard } from '../board/board-context.tsx'
import { FocusPicker } from '../pictures/focus-picker.tsx'
import { PictureImage } from '../pictures/picture-image.tsx'
import { PicturePicker } from '../pictures/picture-picker.tsx'
import { ProposedForLists } from './featured-proposals.tsx'

const SHAPES = [
  { key: 'rows', name: 'Rows', aspect: LIST_SHAPES.rows.aspect, width: 74 },
  { key: 'cards', name: 'Cards', aspect: LIST_SHAPES.cards.aspect, width: 83 },
  { key: 'share', name: 'Share card', aspect: SHARE_CARD_ASPECT, width: 83 },
  { key: 'banners', name: 'Banners', aspect: LIST_SHAPES.banners.aspect, width: 250 },
] as const

/** The picture that stands for the post: apart from the text, cropped in every list around one focus point. */
export function FeaturedField() {
  const { draft, library, house, chosen } = useBoard()
  const [picking, setPicking] = useState(false)
  const { featured } = draft.content
  const picture = featured && library.picture(featured.picture)
  const fallback = library.picture(house.fallbackFeatured ?? '')
  const focus = featured && picture ? placeShown(featured.focus, picture) : CENTRE
  const choose = (id: string) =>
    draft.change('choose the featured image', (post) => {
      const one = library.picture(id)
      return { ...post, featured: { picture: id, focus: one ? placeInOriginal(one.focus, one) : CENTRE } }
    })

  return (
    <section aria-label="Featured image" className="flex flex-col gap-2">
      <h3 className="font-semibold">Featured image</h3>
      {picture && featured ? (
        <>
          <FocusPicker
            picture={picture}
            focus={focus}
            listAspect={LIST_SHAPES[house.listShape].aspect}
            onChange={(moved) =>
              draft.change(
                'move the focus point',
                (post) => ({
                  ...post,
                  featured: post.featured && { ...post.featured, focus: placeInOriginal(moved, picture) },
                }),
                'focus',
              )
            }
          />
          <ProposedForLists onTake={choose}>
            <Crops picture={picture} focus={focus} current={house.listShape} />
          </ProposedForLists>
        </>
      ) : (
        <ProposedForLists onTake={choose}>
          {fallback ? (
            <>
              <Crops picture={fallback} focus={fallback.focus} current={house.listShape} faded />
              <p className="label-narrow mt-1 text-soft">None chosen: lists show the house’s own picture.</p>
            </>
          ) : (
            <p className="text-soft">None chosen: lists show the title alone.</p>
          )}
        </ProposedForLists>
      )}
      <div className="flex flex-wrap gap-2">
        {chosen.length === 1 && chosen[0] !== featured?.picture && (
          <Button small look="ink" onClick={() => choose(chosen[0]!)}>
            Take the chosen picture
          </Button>
        )}
        <Button small data-field="featured" onClick={() => setPicking(true)}>
          {featured ? 'Choose another…' : 'Choose…'}
        </Button>
        {featured && (
          <Button
            small
            look="plain"
            onClick={() => draft.change('have no featured image', (post) => ({ ...post, featured: null }))}
          >
            None
          </Button>
        )}
      </div>
      <PicturePicker
        open={picking}
        onOpenChange={setPicking}
        title="Choose the featured image"
        onPick={([id]) => id && choose(id)}
      />
    </section>
  )
}

function Crops({
  picture,
  focus,
  current,
  faded,
}: {
  picture: Picture
  focus: FocusPoint
  current: ListShape
  faded?: boolean
}) {
  const isCurrent = (key: string) => key === current || (current === 'mixed' && key !== 'rows' && key in LIST_SHAPES)
  return (
    <ul aria-label="As lists show it" className={`flex flex-wrap gap-x-2 gap-y-1.5 ${faded ? 'opacity-60' : ''}`}>
      {SHAPES.map((shape) => (
        <li key={shape.key}>
          <PictureImage picture={picture} width={shape.width} aspect={shape.aspect} focus={focus} />
          <p className={`label-narrow text-[0.85em] ${isCurrent(shape.key) ? 'font-semibold' : 'text-soft'}`}>
            {shape.name}
            {isCurrent(shape.key) ? ', the house’s' : ''}
          </p>
        </li>
      ))}
    </ul>
  )
}

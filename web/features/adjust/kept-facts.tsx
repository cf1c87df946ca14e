import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { SHARP_ENOUGH } from '../../../core/facts/files.ts'
import type { FocusPoint } from '../../../core/geometry/crop-window.ts'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { fullWidth } from '../../../core/house/seats.ts'
import { shownSize, toShown } from '../../../core/recipe/frame.ts'
import { detailKept } from '../../../core/recipe/what-is-kept.ts'
import { type Recipe, recipeText } from '../../../core/recipe/recipe.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { api } from '../../api/client.ts'
import { useHouse } from '../../api/queries.ts'
import { count } from '../../ui/words.ts'
import { LaidAnew } from '../pictures/laid-anew.tsx'

/** ms in which nothing changed before it is asked what that alters */
const REST_MS = 350

/** Share of what there is to see that is not lost by the way. */
const MUCH = 0.4

/** What of the picture goes, and for how wide a place the rest is still sharp. */
export function KeptFacts({
  picture,
  recipe,
  focus,
  thumb,
}: {
  picture: Picture
  recipe: Recipe
  focus: FocusPoint
  /** of the whole picture, once it is known */
  thumb: Uint8Array | undefined
}) {
  const house = useHouse()
  const own = { width: picture.ownWidth, height: picture.ownHeight }
  const { width, height } = shownSize(recipe, own)
  const lost = 1 - (width * height) / (own.width * own.height)
  const seen = toShown(focus, recipe, own)
  const off = Math.min(seen.x, seen.y, 1 - seen.x, 1 - seen.y)
  const gone = thumb ? 1 - detailKept(thumb, recipe, own) : 0
  const sharp = Math.floor(width / SHARP_ENOUGH)
  return (
    <ul aria-label="What is kept" className="flex flex-col gap-0.5">
      <li>
        <span className="figures">
          {width} × {height} px
        </span>{' '}
        {lost < 0.005 ? 'are kept, all of it.' : `are kept; ${Math.round(100 * lost)} % of the picture goes.`}
      </li>
      {lost >= 0.005 && thumb && (
        <li className={gone < MUCH ? '' : 'text-ruby'}>
          Of what there is to see in it <span className="figures">{Math.round(100 * gone)} %</span> goes.
        </li>
      )}
      {off < 0 ? (
        <li className="text-ruby">The focus point is cropped off: it would lie on the edge.</li>
      ) : (
        lost >= 0.005 && (
          <li>
            The focus point stays, <span className="figures">{Math.round(100 * off)} %</span> from the nearest edge.
          </li>
        )
      )}
      <li className={poorFor(sharp, house) ? 'text-ruby' : ''}>
        Sharp in places up to <span className="figures">{sharp} px</span> wide
        {poorFor(sharp, house) ? `, less than the measure of ${fullWidth('measure', house)}.` : '.'}
      </li>
    </ul>
  )
}
const poorFor = (sharp: number, house: HouseStyle) => sharp < fullWidth('measure', house)

/** Posts in which rows are laid out anew, told before it is done. */
export function EffectOnPosts({ picture, recipe }: { picture: Picture; recipe: Recipe }) {
  const own = { width: picture.ownWidth, height: picture.ownHeight }
  const { width, height } = shownSize(recipe, own)
  const reshaped = width * picture.height !== height * picture.width
  const [rest, setRest] = useState(recipe)
  useEffect(() => {
    const timer = setTimeout(() => setRest(recipe), REST_MS)
    return () => clearTimeout(timer)
  }, [recipe])
  const { data } = useQuery({
    queryKey: ['adjust-effect', picture.id, recipeText(rest)],
    queryFn: () => api.pictures.adjustEffect(picture.id, rest),
    placeholderData: (before) => before,
  })
  if (!data || data.length === 0) return null
  const shaped = reshaped ? data.filter((one) => one.shaped > 0) : []
  return (
    <section aria-label="Where it is shown" className="border-t border-hairline pt-1.5">
      <p>
        <b>{count(data.length, 'post')}</b> {data.length === 1 ? 'shows' : 'show'} it
        {shaped.length === 0 ? (reshaped ? '.' : ', and no row is laid out anew.') : '. Laid out anew:'}
      </p>
      {shaped.length > 0 && <LaidAnew effects={shaped} />}
      {data.some(({ live }) => live) && (
        <p className="text-soft">Posts on the blog keep what they have until they are published again.</p>
      )}
    </section>
  )
}

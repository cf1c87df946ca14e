import { shareLost } from '../../../core/geometry/crop-window.ts'
import { shapeInRow } from '../../../core/place/shape-in-row.ts'
import { OWN_CROP } from '../../../core/post/limits.ts'
import type { PlacedPicture, Row } from '../../../core/post/row.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { Fold } from '../../ui/fold.tsx'
import { Line, NumberInput } from '../../ui/field.tsx'
import { Select } from '../../ui/select.tsx'
import type { AdjustState } from '../adjust/adjust-state.ts'
import { useBoard } from '../board/board-context.tsx'
import { Film } from '../pictures/film.tsx'
import { PictureImage } from '../pictures/picture-image.tsx'
import { shapeOf, shapeOptions, SHAPES } from './shapes.ts'

const WHOLE = 'whole'
/** px */
const [WIDEST, HIGHEST] = [200, 130]

/** A crop that this row alone gives a picture: a fixed shape, held by the focus point, with film over what goes. */
export function OwnCrop({ row, index, picture }: { row: Row; index: number; picture: Picture }) {
  const { changeRow } = useBoard()
  const placed = row.pictures[index]!
  // As in a row that takes pictures as they are, whatever this one does now.
  const { aspect, crop } = shapeInRow({ kind: 'one', gallery: row.gallery }, placed, picture)
  const waits = placed.crop !== undefined && !shapeInRow(row, placed, picture).crop
  const put = (shape: number | undefined) =>
    changeRow(
      'crop a picture here',
      row.id,
      (now) => ({ ...now, pictures: now.pictures.map((one, i) => (i === index ? withCrop(one, shape) : one)) }),
      `crop-${index}`,
    )
  const own = picture.width / picture.height
  const { key, options } = placed.crop === undefined ? { key: WHOLE, options: SHAPES } : shapeOptions(placed.crop)
  const told =
    placed.crop === undefined ? 'none, it is shown whole' : crop ? `leaves out ${percent(crop)}` : 'its own shape'
  return (
    <Fold name="Crop here" told={waits ? `${told}, waits` : told}>
      <Line label="Shape">
        <span className="grid grid-cols-[minmax(0,1fr)_84px] gap-1">
          <Select
            label="Shape in this row"
            value={key}
            options={[[WHOLE, 'Whole'], ...options]}
            onChange={(chosen) => put(chosen === WHOLE ? undefined : shapeOf(chosen))}
          />
          <NumberInput
            label="Width to height in this row"
            value={placed.crop ?? null}
            unit=": 1"
            least={OWN_CROP.least}
            most={OWN_CROP.most}
            step={0.05}
            empty={String(Math.round(own * 100) / 100)}
            onChange={(shape) => put(shape ?? undefined)}
          />
        </span>
      </Line>
      {crop && (
        <>
          <span className="relative block overflow-hidden" style={{ width: Math.min(WIDEST, HIGHEST * own) }}>
            <PictureImage picture={picture} width={WIDEST} aspect={own} style={{ width: '100%' }} />
            <Film window={crop} />
          </span>
          <p>
            Here it is <span className="figures">{Math.round(aspect * 100) / 100} : 1</span>, held by its focus point;
            it leaves out <span className="figures">{percent(crop)}</span>. Everywhere else it stays as it is.
          </p>
        </>
      )}
      {waits && <p>Cells and slideshows have a shape of their own: the crop waits until the row stands otherwise.</p>}
    </Fold>
  )
}

const percent = (crop: Parameters<typeof shareLost>[0]) => `${Math.round(100 * shareLost(crop))} %`

function withCrop(placed: PlacedPicture, crop: number | undefined): PlacedPicture {
  const { crop: _, ...rest } = placed
  return crop === undefined ? rest : { ...rest, crop }
}

/** The shape that a row gives the picture, for who adjusts it from there. */
export function placeOf(row: Row, placed: PlacedPicture): AdjustState {
  if (row.kind === 'gallery' && row.gallery.form === 'cells')
    return { place: { name: 'The cells of its row', aspect: row.gallery.cell } }
  if (row.kind === 'slideshow' && row.slideshow.frame !== null)
    return { place: { name: 'The frame of its slideshow', aspect: row.slideshow.frame } }
  return placed.crop === undefined ? {} : { place: { name: 'Its crop in the row', aspect: placed.crop } }
}

import type { CropWindow } from '../../../core/geometry/crop-window.ts'
import { cropOf, largestCrop, type PictureSize, shownSize, toPlane, turnedSize } from '../../../core/recipe/frame.ts'
import { MOST_DEGREES, type Recipe } from '../../../core/recipe/recipe.ts'
import { LIST_SHAPES } from '../../../core/page/list-shapes.ts'
import type { FocusPoint } from '../../../core/geometry/crop-window.ts'
import { Button } from '../../ui/button.tsx'
import { Line, NumberInput } from '../../ui/field.tsx'
import { Select } from '../../ui/select.tsx'
import { Ruler } from './ruler.tsx'

/** A shape that a crop can be held to. */
export interface CropShape {
  readonly name: string
  /** width / height; null: any */
  readonly aspect: number | null
}

const PLAIN_SHAPES: readonly CropShape[] = [
  { name: 'Square', aspect: 1 },
  { name: '3 : 2', aspect: 3 / 2 },
  { name: '2 : 3, upright', aspect: 2 / 3 },
  { name: '16 : 9', aspect: 16 / 9 },
]

/** What a crop of this picture can be held to: any shape, its own, those of the blog's lists, the place that one came from. */
export function cropShapes(own: PictureSize, recipe: Recipe, from: CropShape | undefined): CropShape[] {
  const turned = turnedSize(own, recipe.turn)
  return [
    { name: 'Any shape', aspect: null },
    ...(from ? [from] : []),
    { name: 'As it came', aspect: turned.width / turned.height },
    ...(['rows', 'cards', 'banners'] as const).map((shape) => ({
      name: `The list: ${LIST_SHAPES[shape].name.toLowerCase()}`,
      aspect: LIST_SHAPES[shape].aspect,
    })),
    ...PLAIN_SHAPES,
  ]
}

interface Props {
  readonly own: PictureSize
  readonly recipe: Recipe
  readonly focus: FocusPoint
  readonly shapes: readonly CropShape[]
  readonly shape: CropShape
  readonly levelling: boolean
  readonly onShape: (shape: CropShape) => void
  readonly onCrop: (crop: CropWindow | null, of: string | null) => void
  readonly onStraighten: (degrees: number) => void
  readonly onTurn: (by: 1 | -1) => void
  readonly onMirror: () => void
  readonly onLevelling: () => void
  readonly onRest: () => void
}

/** What is kept of the picture, and how it stands. */
export function FramePanel(props: Props) {
  const { own, recipe, focus, shapes, shape, onCrop, onRest } = props
  const turned = turnedSize(own, recipe.turn)
  const crop = cropOf(recipe, own)
  const shown = shownSize(recipe, own)
  const largest = (aspect: number) => largestCrop(turned, recipe.straighten, aspect, toPlane(focus, recipe, own))
  /** The same middle, so wide or so high; the other length by the shape, or as it is. */
  const sized = (width: number | null, height: number | null) => {
    const aspect = shape.aspect
    const wide = width ?? (aspect ? height! * aspect : shown.width)
    const high = height ?? (aspect ? width! / aspect : shown.height)
    const [w, h] = [wide / turned.width, high / turned.height]
    onCrop({ x: crop.x + (crop.width - w) / 2, y: crop.y + (crop.height - h) / 2, width: w, height: h }, null)
  }
  return (
    <section aria-label="Crop and turn" className="flex flex-col gap-2">
      <Line label="Crop to">
        <Select
          label="Shape of the crop"
          value={shape.name}
          options={shapes.map(({ name }) => [name, name] as const)}
          onChange={(name) => {
            const chosen = shapes.find((one) => one.name === name)!
            props.onShape(chosen)
            if (chosen.aspect !== null) onCrop(largest(chosen.aspect), null)
          }}
        />
      </Line>
      <Line label="Keeps">
        <span className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-1">
          <NumberInput
            label="Width that is kept"
            unit="px"
            value={shown.width}
            least={1}
            most={turned.width}
            onChange={(width) => sized(width, null)}
          />
          <NumberInput
            label="Height that is kept"
            unit="px"
            value={shown.height}
            least={1}
            most={turned.height}
            onChange={(height) => sized(null, height)}
          />
        </span>
      </Line>
      <div className="flex flex-wrap gap-1.5">
        <Button small title="A quarter to the left: Shift T" onClick={() => props.onTurn(-1)}>
          Turn left
        </Button>
        <Button small title="A quarter to the right: T" onClick={() => props.onTurn(1)}>
          Turn right
        </Button>
        <Button small title="Left and right exchanged: M" aria-pressed={recipe.mirror} onClick={props.onMirror}>
          Mirror
        </Button>
        <Button small disabled={recipe.crop === null} onClick={() => onCrop(null, null)}>
          No crop
        </Button>
      </div>
      <Ruler
        label="Straighten"
        unit="°"
        value={recipe.straighten}
        least={-MOST_DEGREES}
        most={MOST_DEGREES}
        step={0.1}
        onChange={props.onStraighten}
        onRest={onRest}
      />
      <Button
        small
        look={props.levelling ? 'ink' : 'paper'}
        aria-pressed={props.levelling}
        title="H: then draw a line along what should be level"
        onClick={props.onLevelling}
      >
        {props.levelling ? 'Draw a line along what should be level' : 'Draw the horizon'}
      </Button>
    </section>
  )
}

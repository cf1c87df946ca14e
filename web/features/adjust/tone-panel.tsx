import type { Histogram } from '../../../core/recipe/histogram.ts'
import { changesTone, type Recipe, TONES, type ToneName } from '../../../core/recipe/recipe.ts'
import { Button } from '../../ui/button.tsx'
import { HistogramView } from './histogram-view.tsx'
import { Ruler } from './ruler.tsx'

const LABELS: Record<ToneName, string> = {
  light: 'Light',
  contrast: 'Contrast',
  warmth: 'Warmth',
  saturation: 'Colour',
  sharpness: 'Sharpness',
}

/** Light, colours and edges, with how the light lies. */
export function TonePanel({
  recipe,
  histogram,
  onTone,
  onPlain,
  onRest,
}: {
  recipe: Recipe
  histogram: Histogram | undefined
  onTone: (name: ToneName, value: number) => void
  onPlain: () => void
  onRest: () => void
}) {
  return (
    <section aria-label="Light and colours" className="flex flex-col gap-1 border-t border-hairline pt-2">
      <HistogramView histogram={histogram} />
      {TONES.map((name) => (
        <Ruler
          key={name}
          label={LABELS[name]}
          value={recipe[name]}
          least={name === 'sharpness' ? 0 : -100}
          most={100}
          onChange={(value) => onTone(name, Math.round(value))}
          onRest={onRest}
        />
      ))}
      <Button small className="self-start" disabled={!changesTone(recipe)} onClick={onPlain}>
        Light and colours as they came
      </Button>
    </section>
  )
}

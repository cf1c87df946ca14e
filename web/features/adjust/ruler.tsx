import { NumberInput } from '../../ui/field.tsx'

/** A value on a ruler: dragged, typed, or by the arrow keys; a double press puts it back to nothing. */
export function Ruler({
  label,
  value,
  least,
  most,
  step = 1,
  unit = '',
  onChange,
  onRest,
}: {
  label: string
  value: number
  least: number
  most: number
  step?: number
  unit?: string
  onChange: (value: number) => void
  /** the hand has let go */
  onRest: () => void
}) {
  return (
    <div className="grid grid-cols-[68px_1fr_64px] items-center gap-2">
      <span className="label-narrow text-soft">{label}</span>
      <input
        type="range"
        aria-label={`${label}${unit ? `, ${unit}` : ''}`}
        className={`ruler min-w-0 ${least < 0 ? 'ruler-from-middle' : ''}`}
        min={least}
        max={most}
        step={step}
        value={value}
        onChange={(event) => onChange(Number(event.target.value))}
        onPointerUp={onRest}
        onKeyUp={onRest}
        onDoubleClick={() => {
          onChange(0)
          onRest()
        }}
      />
      <NumberInput
        label={`${label}, typed`}
        value={value}
        unit={unit}
        least={least}
        most={most}
        step={step}
        onChange={(typed) => {
          onChange(typed ?? 0)
          onRest()
        }}
      />
    </div>
  )
}

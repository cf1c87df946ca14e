import { contrast, READABLE_CONTRAST } from '../../../core/house/contrast.ts'

/** A colour, with how well it reads on its ground. */
export function ColourField({
  label,
  value,
  ground,
  onChange,
}: {
  label: string
  value: string
  ground?: string
  onChange: (value: string) => void
}) {
  const ratio = ground === undefined ? undefined : contrast(value, ground)
  const poor = ratio !== undefined && ratio < READABLE_CONTRAST
  return (
    <label className="flex items-center gap-2">
      <input
        type="color"
        aria-label={label}
        value={value}
        onChange={(event) => onChange(event.target.value)}
        className="h-7 w-10 shrink-0 rounded-sm border border-edge bg-paper p-0.5"
      />
      <span className="figures">{value}</span>
      {ratio !== undefined && (
        <span className={`label-narrow ${poor ? 'text-ruby' : 'text-blueink'}`}>
          {poor ? `${ratio.toFixed(1)} : 1, reads badly; 4.5 is needed` : `${ratio.toFixed(1)} : 1 on the ground`}
        </span>
      )}
    </label>
  )
}

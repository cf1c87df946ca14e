import { FLAT_FORMATS, type FlatPreset } from '../../../core/flat/preset.ts'
import { Button } from '../../ui/button.tsx'
import { Choice } from '../../ui/choice.tsx'
import { Line, NumberInput, TextInput } from '../../ui/field.tsx'
import type { FlatFiles } from './use-flat-files.ts'
import { ColourField } from '../house-style/colour-field.tsx'

/** How the row becomes a file: a preset, its values, and a name to keep them under. */
export function PresetFields({ files }: { files: FlatFiles }) {
  const { presets, preset, changed, full, setPreset: onChange, keepPreset: onKeep, dropPreset: onDrop } = files
  const set = (change: Partial<FlatPreset>) => onChange({ ...preset, ...change })
  const px = (label: string, field: 'longestEdge' | 'border' | 'gap' | 'corner', least: number, most: number) => (
    <Line label={label}>
      <NumberInput
        label={label}
        unit="px"
        least={least}
        most={most}
        value={preset[field]}
        onChange={(value) => value !== null && set({ [field]: Math.round(value) })}
      />
    </Line>
  )
  const known = presets.some(({ name }) => name === preset.name)
  return (
    <>
      <div>
        <span aria-hidden className="label-narrow mb-0.5 block text-soft">
          Preset
        </span>
        <select
          aria-label="Preset"
          className="w-full rounded-sm border border-edge bg-paper px-2 py-1"
          value={known ? preset.name : ''}
          onChange={({ target }) => {
            const chosen = presets.find(({ name }) => name === target.value)
            if (chosen) onChange(chosen)
          }}
        >
          {!known && <option value="">{preset.name}, not kept</option>}
          {presets.map(({ name }) => (
            <option key={name}>{name}</option>
          ))}
        </select>
      </div>
      {px('Longest edge', 'longestEdge', 100, 6000)}
      {px('Border', 'border', 0, 600)}
      {px('Between', 'gap', 0, 400)}
      {px('Corners', 'corner', 0, 400)}
      <Line label="Ground">
        <ColourField label="Ground" value={preset.ground} onChange={(ground) => set({ ground })} />
      </Line>
      <label className="flex items-center gap-1.5" title="Caption and credit, set as large as on the page">
        <input type="checkbox" checked={preset.words} onChange={({ target }) => set({ words: target.checked })} />
        Words below
      </label>
      <Line label="File">
        <Choice
          label="Format of the file"
          value={preset.format}
          onChange={(format) => set({ format })}
          options={FLAT_FORMATS.map((value) => ({ value, label: value.toUpperCase() }))}
        />
      </Line>
      {preset.format !== 'png' && (
        <Line label="Quality">
          <NumberInput
            label="Quality"
            unit="of 100"
            least={1}
            most={100}
            value={preset.quality}
            onChange={(quality) => quality !== null && set({ quality: Math.round(quality) })}
          />
        </Line>
      )}
      <div className="mt-1 flex flex-col gap-2 border-t border-hairline pt-2">
        <TextInput
          label="Name of the preset"
          value={preset.name}
          maxLength={40}
          onChange={({ target }) => set({ name: target.value })}
        />
        <div className="flex gap-2">
          <Button
            small
            disabled={!changed || preset.name.trim() === '' || (full && !known)}
            title={full && !known ? 'There are as many presets as can be kept: delete one first' : undefined}
            onClick={onKeep}
          >
            {known ? 'Keep the changes' : 'Keep as a preset'}
          </Button>
          <Button small look="plain" disabled={!known} onClick={onDrop}>
            Delete the preset
          </Button>
        </div>
      </div>
    </>
  )
}

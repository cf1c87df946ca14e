import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { api } from '../../api/client.ts'
import { useHouse, usePictureMap } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Choice } from '../../ui/choice.tsx'
import { NumberInput, TextInput } from '../../ui/field.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { PictureImage } from '../pictures/picture-image.tsx'
import { PicturePicker } from '../pictures/picture-picker.tsx'
import { TopBar } from '../shell/top-bar.tsx'

const LENGTHS = [
  ['measure', 'Measure', 'width of the text column', 320, 960],
  ['outset', 'Outset', 'how far a row may reach past the measure, on each side', 0, 400],
  ['margin', 'Margin', 'least space to the edge of a narrow screen', 8, 64],
  ['gap', 'Between pictures', 'in every row that has no gap of its own', 0, 64],
  ['space', 'Around rows', 'above, below and beside', 0, 120],
] as const

/** The blog's own page. What is changed here takes effect on the board at once, on the blog with the next update. */
export function HouseStyleScreen() {
  const house = useHouse()
  const client = useQueryClient()
  const { map } = usePictureMap()
  const { refuse, say } = useNotices()
  const [picking, setPicking] = useState(false)
  const [name, setName] = useState<string>()
  const [line, setLine] = useState<string>()
  useEffect(() => {
    document.title = 'House style · Set Row'
  }, [])
  async function put(change: Partial<HouseStyle>) {
    const before = house
    try {
      client.setQueryData(['house'], { ...house, ...change })
      client.setQueryData(['house'], await api.house.put({ ...house, ...change }))
      say('The house style is saved. Live posts keep theirs until they are updated.', () => void api.house.put(before).then((back) => client.setQueryData(['house'], back)))
    } catch (error) {
      client.setQueryData(['house'], before)
      refuse(error)
    }
  }
  const fallback = map.get(house.fallbackFeatured ?? '')
  return (
    <div className="flex h-full flex-col">
      <TopBar />
      <main className="board-grid min-h-0 flex-1 overflow-y-auto">
        <div className="mx-auto my-6 flex w-[min(720px,calc(100%-32px))] flex-col gap-5 bg-paper px-8 py-6 shadow-[0_2px_14px_rgb(29_27_24/0.18)]">
          <h1 className="text-[1.5rem] font-bold">House style</h1>
          <TextInput label="Name of the blog" value={name ?? house.blogName} onChange={(event) => setName(event.target.value)} onBlur={() => name?.trim() && name !== house.blogName && void put({ blogName: name.trim() })} />
          <TextInput label="Line under the name" value={line ?? house.blogLine} onChange={(event) => setLine(event.target.value)} onBlur={() => line !== undefined && line !== house.blogLine && void put({ blogLine: line.trim() })} />
          <dl className="grid grid-cols-[140px_110px_1fr] items-center gap-x-4 gap-y-2">
            {LENGTHS.map(([key, label, about, least, most]) => (
              <div key={key} className="contents">
                <dt>{label}</dt>
                <dd>
                  <NumberInput label={label} unit="px" least={least} most={most} value={house[key]} onChange={(value) => value !== null && value !== house[key] && void put({ [key]: value })} />
                </dd>
                <dd className="text-soft">{about}</dd>
              </div>
            ))}
          </dl>
          <div>
            <h2 className="mb-1 font-semibold">Shape of the post list</h2>
            <div className="w-80">
              <Choice
                label="Shape of the post list"
                value={house.listShape}
                onChange={(listShape) => void put({ listShape })}
                options={[
                  { value: 'rows', label: 'Rows' },
                  { value: 'cards', label: 'Cards' },
                  { value: 'banners', label: 'Banners' },
                ]}
              />
            </div>
          </div>
          <div>
            <h2 className="mb-1 font-semibold">Fallback featured image</h2>
            <p className="mb-2 text-soft">Shown in lists for posts that have none of their own.</p>
            <div className="flex items-end gap-3">
              {fallback ? <PictureImage picture={fallback} width={160} aspect={4 / 3} /> : <span className="flex h-[120px] w-40 items-center justify-center bg-card text-soft">None</span>}
              <Button small onClick={() => setPicking(true)}>
                Choose…
              </Button>
              {fallback && (
                <Button small look="plain" onClick={() => void put({ fallbackFeatured: null })}>
                  None
                </Button>
              )}
            </div>
          </div>
        </div>
      </main>
      <PicturePicker open={picking} onOpenChange={setPicking} title="Choose the fallback featured image" onPick={([id]) => id && void put({ fallbackFeatured: id })} />
    </div>
  )
}

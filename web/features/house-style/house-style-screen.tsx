import { useEffect, useMemo, useState } from 'react'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { useHouseQuery, useLibrary } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { TopBar } from '../shell/top-bar.tsx'
import { Unavailable } from '../shell/unavailable.tsx'
import { WaitingScreen } from '../shell/waiting.tsx'
import { HouseEffectPanel } from './house-effect-panel.tsx'
import { HouseFields } from './house-fields.tsx'
import { SamplePage } from './sample-page.tsx'
import { THE_LIST } from './use-sample-page.ts'
import { useHouseDraft } from './use-house-draft.ts'

/** The blog's own page: what it says, a page as it would be, and what a change alters, before anything is saved. */
export function HouseStyleScreen() {
  const { data: house, error } = useHouseQuery()
  if (error && !house) return <Unavailable error={error} />
  // Not before it is here: what is changed is saved whole.
  return house ? <OpenHouseStyle house={house} /> : <WaitingScreen what="the house style" />
}

function OpenHouseStyle({ house }: { house: HouseStyle }) {
  const { style, changed, change, save, discard } = useHouseDraft(house)
  const [shown, setShown] = useState<string>()
  const ids = useMemo(() => (style.fallbackFeatured ? [style.fallbackFeatured] : []), [style.fallbackFeatured])
  const { library } = useLibrary(ids)
  useEffect(() => {
    document.title = 'House style · Set Row'
  }, [])
  return (
    <div className="flex h-full flex-col">
      <TopBar>
        <span className="flex-1 font-semibold">{changed ? 'Changed, not saved yet' : 'As saved'}</span>
        <Button look="on-ink" disabled={!changed} onClick={discard}>
          Put back
        </Button>
        <Button disabled={!changed} onClick={() => void save()}>
          Save the house style
        </Button>
      </TopBar>
      <main className="board-grid grid min-h-0 flex-1 grid-cols-[320px_minmax(0,1fr)_272px] max-lg:grid-cols-[300px_minmax(0,1fr)] max-lg:grid-rows-[minmax(0,1fr)_auto] max-md:block max-md:overflow-y-auto">
        <div className="min-h-0 overflow-y-auto border-r max-lg:row-span-2 border-hairline bg-card px-4 pt-3 pb-10">
          <h1 className="pb-2 text-[1.2rem] font-bold">House style</h1>
          <HouseFields style={style} library={library} change={change} onList={() => setShown(THE_LIST)} />
        </div>
        <SamplePage style={style} shown={shown} show={setShown} />
        <aside
          aria-label="What it changes"
          className="min-h-0 overflow-y-auto border-l border-hairline bg-card px-4 py-3 max-lg:max-h-[34vh] max-lg:border-t max-md:max-h-none"
        >
          <h2 className="pb-2 text-[1.05rem] font-semibold">What it changes</h2>
          <HouseEffectPanel house={house} style={style} changed={changed} />
        </aside>
      </main>
    </div>
  )
}

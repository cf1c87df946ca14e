import { useEffect, useMemo, useRef, useState } from 'react'
import { useLocation, useNavigate, useParams } from 'react-router'
import {
  cropOf,
  fromShown,
  mirroredOnce,
  movedCrop,
  turnedOnce,
  turnedSize,
  withCrop,
  withStraighten,
} from '../../../core/recipe/frame.ts'
import { PLAIN, type Recipe, recipeText, sameRecipe, toneOf } from '../../../core/recipe/recipe.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { useLibrary } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Choice } from '../../ui/choice.tsx'
import { BESIDE_SHEET, SideSheet } from '../../ui/side-sheet.tsx'
import { nameOf } from '../pictures/picture-image.tsx'
import { Unavailable } from '../shell/unavailable.tsx'
import { WaitingScreen } from '../shell/waiting.tsx'
import { AdjustBar } from './adjust-bar.tsx'
import type { AdjustState } from './adjust-state.ts'
import { beginWith, changed, draftOf, keepDraft, redone, undone } from './adjusting.ts'
import { EarlierRecipes } from './earlier-recipes.tsx'
import { type CropShape, cropShapes, FramePanel } from './frame-panel.tsx'
import { EffectOnPosts, KeptFacts } from './kept-facts.tsx'
import { OthersInTurn } from './others-in-turn.tsx'
import { Stage } from './stage.tsx'
import { TonePanel } from './tone-panel.tsx'
import { useAdjustKeys } from './use-adjust-keys.ts'
import { useKeeping } from './use-keeping.ts'
import { useToned } from './use-toned.ts'

/** The ground of the whole picture. */
const WHOLE = recipeText(PLAIN)

/** One picture is adjusted, or several in turn: the original stays, what is shown of it is made anew. */
export function AdjustScreen() {
  const { id = '' } = useParams()
  const state = (useLocation().state ?? {}) as AdjustState
  const ids = useMemo(() => (state.ids?.includes(id) ? state.ids : [id]), [state.ids, id])
  const { library, ready, fault } = useLibrary(ids)
  const picture = library.picture(id)
  if (!picture) {
    if (ready) return <Unavailable error={new Error('This picture is not here any more.')} />
    return fault ? <Unavailable error={fault} /> : <WaitingScreen what="the picture" />
  }
  const others = ids.flatMap((one) => library.picture(one) ?? [])
  return <Adjusting key={id} picture={picture} inTurn={others} state={state} />
}

function Adjusting({ picture, inTurn, state }: { picture: Picture; inTurn: readonly Picture[]; state: AdjustState }) {
  const navigate = useNavigate()
  const own = { width: picture.ownWidth, height: picture.ownHeight }
  // Where the eye goes is a place of the original: it stays where it is whatever is kept of the picture.
  const [focus] = useState(() => fromShown(picture.focus, picture.recipe ?? PLAIN, own))
  const [draft] = useState(() => draftOf(picture))
  const [adjusting, setAdjusting] = useState(() => beginWith(draft ?? picture.recipe))
  const recipe = adjusting.now
  const latest = useRef(recipe)
  latest.current = recipe
  useEffect(() => keepDraft(picture, recipe), [picture, recipe])
  useEffect(() => {
    document.title = `Adjusting ${nameOf(picture)} · Set Row`
  }, [picture])

  const change = (next: (now: Recipe) => Recipe, of: string | null = null) =>
    setAdjusting((now) => changed(now, next(now.now), of))
  const rest = () => setAdjusting((now) => ({ ...now, of: null }))
  const [view, setView] = useState<'film' | 'result'>('film')
  const [lifted, setLifted] = useState(false)
  const [levelling, setLevelling] = useState(false)
  const shapes = cropShapes(own, recipe, state.place)
  const [shapeName, setShapeName] = useState(shapes[0]!.name)
  const shape: CropShape = shapes.find(({ name }) => name === shapeName) ?? shapes[0]!
  const shown = lifted ? 'before' : view
  // With film all of the original is seen, and the frame is drawn over it; else the server has cut it.
  const ground = shown === 'result' ? { ...recipe, ...toneOf(PLAIN) } : PLAIN
  const { toned, working, error } = useToned(picture.id, ground, lifted ? toneOf(PLAIN) : toneOf(recipe))
  const whole = useRef<Uint8Array>(undefined)
  if (toned?.ground === WHOLE) whole.current = toned.thumb
  // A result may be that of a moment ago; what lies under film is the whole picture, and no other.
  const fits = (laid: string) =>
    laid === WHOLE ? recipeText(ground) === WHOLE : shown === 'result' && recipeText(ground) !== WHOLE
  const { keep, keeping, ...many } = useKeeping()
  const kept = sameRecipe(picture.recipe ?? PLAIN, recipe)

  const at = inTurn.findIndex(({ id }) => id === picture.id)
  /** Where one wants to be: of two moves that come before the first has kept what was done, the second counts. */
  const wanted = useRef('')
  /** Moving on keeps what was done: nothing of a row of pictures is lost on the way. */
  async function moveTo(id: string | undefined) {
    if (!id) return
    wanted.current = id
    const kept = await keep(picture, latest.current)
    if (kept && wanted.current === id) void navigate(`/pictures/${id}/adjust`, { state, replace: true })
  }
  const level = () => {
    setView('film')
    setLevelling(!levelling)
  }
  const turn = (by: 1 | -1) => {
    // What was wide is high.
    setShapeName(shapes[0]!.name)
    change((now) => turnedOnce(now, by))
  }
  const place = { size: turnedSize(own, recipe.turn), degrees: recipe.straighten, aspect: null }
  useAdjustKeys({
    undo: () => setAdjusting(undone),
    redo: () => setAdjusting(redone),
    keep: () => void keep(picture, recipe),
    turn,
    mirror: () => change(mirroredOnce),
    level,
    film: () => setView(view === 'film' ? 'result' : 'film'),
    before: setLifted,
    crop: ({ x, y, grow }) => {
      const crop = cropOf(recipe, own)
      const by = { x: x - (grow * crop.width) / 2, y: y - (grow * crop.height) / 2 }
      const size = { width: crop.width * (1 + grow), height: crop.height * (1 + grow) }
      const next =
        grow === 0 ? movedCrop(crop, { x: 0, y: 0 }, { x, y }, place) : { x: crop.x + by.x, y: crop.y + by.y, ...size }
      change((now) => withCrop(now, next, own), 'move the crop')
    },
    leave: () => (levelling ? setLevelling(false) : void navigate(-1)),
    next: (by) => void moveTo(inTurn[at + by]?.id),
  })
  if (error && !toned) return <Unavailable error={error} />

  return (
    <div className="flex h-full flex-col">
      <AdjustBar
        name={nameOf(picture)}
        adjusting={adjusting}
        kept={kept}
        keeping={keeping}
        onUndo={() => setAdjusting(undone)}
        onRedo={() => setAdjusting(redone)}
        onKeep={() => void keep(picture, recipe)}
        onBack={() => void navigate(-1)}
      />
      <div className={BESIDE_SHEET}>
        <main className="board-grid flex min-h-0 flex-col">
          <div className="flex items-center gap-3 px-4 pt-3">
            <Choice
              label="How it is seen"
              value={view}
              options={[
                { value: 'film', label: 'With film over what goes', hint: 'F' },
                { value: 'result', label: 'As readers get it', hint: 'F' },
              ]}
              onChange={setView}
            />
            <button
              type="button"
              className="rounded-sm border border-edge bg-paper px-2 py-1 font-medium select-none hover:border-ink"
              aria-pressed={lifted}
              title="Held down: the picture as it came. Key: B"
              onPointerDown={() => setLifted(true)}
              onPointerUp={() => setLifted(false)}
              onPointerLeave={() => setLifted(false)}
            >
              Hold to lift the sheet
            </button>
            <span role="status" className="figures flex gap-3">
              <span>{shown === 'before' ? 'as it came' : working ? 'making it…' : ''}</span>
              {draft && !kept && adjusting.past.length === 0 && <span>taken up where you left it, not kept yet</span>}
            </span>
          </div>
          <div className="min-h-0 flex-1" aria-label={`${nameOf(picture)}, adjusted`} role="group">
            <Stage
              own={own}
              recipe={recipe}
              view={shown}
              image={toned && fits(toned.ground) ? toned.image : undefined}
              focus={focus}
              aspect={shape.aspect}
              levelling={levelling}
              onCrop={(crop) => change((now) => withCrop(now, crop, own), 'draw the crop')}
              onRest={rest}
              onLevel={(degrees) => {
                change((now) => withStraighten(now, now.straighten + degrees))
                setLevelling(false)
              }}
            />
          </div>
          {inTurn.length > 1 && (
            <OthersInTurn
              picture={picture}
              recipe={recipe}
              inTurn={inTurn}
              {...many}
              onMove={(id) => void moveTo(id)}
            />
          )}
        </main>
        <SideSheet label="Recipe" name="What is done to it" className="border-l border-hairline">
          <div className="flex flex-col gap-2.5">
            <FramePanel
              own={own}
              recipe={recipe}
              focus={focus}
              shapes={shapes}
              shape={shape}
              levelling={levelling}
              onShape={({ name }) => setShapeName(name)}
              onCrop={(crop, of) => change((now) => withCrop(now, crop, own), of)}
              onStraighten={(degrees) => change((now) => withStraighten(now, degrees), 'straighten')}
              onTurn={turn}
              onMirror={() => change(mirroredOnce)}
              onLevelling={level}
              onRest={rest}
            />
            <KeptFacts picture={picture} recipe={recipe} focus={focus} thumb={whole.current} />
            <TonePanel
              recipe={recipe}
              histogram={toned?.histogram}
              onTone={(name, value) => change((now) => ({ ...now, [name]: value }), name)}
              onPlain={() => change((now) => ({ ...now, ...toneOf(PLAIN) }))}
              onRest={rest}
            />
            <EffectOnPosts picture={picture} recipe={recipe} />
            <EarlierRecipes picture={picture} now={recipe} onTake={(taken) => change(() => taken)} />
            <Button
              className="mt-2"
              disabled={sameRecipe(recipe, PLAIN)}
              title="The original is untouched: this takes every step away"
              onClick={() => change(() => PLAIN)}
            >
              Back to the original
            </Button>
          </div>
        </SideSheet>
      </div>
    </div>
  )
}

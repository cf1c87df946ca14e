import type { Against, CostName } from '../arrange/request.ts'

/** What is to be said against a row of an arrangement, or against all of it. What nobody would mend by hand is not said. */
const SAID: Partial<Record<CostName, string>> = {
  way: 'these shapes do not go well together',
  crowd: 'more pictures than its share of the text',
  size: 'smaller or larger than the others',
  far: 'far from the words that speak of it',
  lead: 'one that leads is not larger than the others',
  flawed: 'a picture with a flaw stands large',
  turnedAway: 'what it shows is turned away from the text',
  drift: 'not where the text has come to',
  joined: 'two occasions in one row',
  cut: 'the burst before it goes on in it',
  twinsBeside: 'look-alikes beside each other',
  twinsInRow: 'a look-alike close by',
  leftOut: 'look-alikes are left out',
  longText: 'much text without a picture before it',
  fewBetween: 'hardly any text before it',
  aboveText: 'above all text: on a phone that comes late',
  parted: 'it parts a list from what announces it',
  sameKind: 'like the row before',
  sameSide: 'on the same side as the row before',
  textEnds: 'the text beside it ends too soon',
  weight: 'heavy for the page’s budget',
  unwanted: 'a kind that you did not ask for: nothing else fits',
}

/** Costs below this are not worth a word. */
const WORTH_SAYING = 0.15

export interface SaidAgainst {
  readonly row: number | null
  readonly words: string
}

/** The dearest few things to be said against an arrangement, each once for a row. */
export function saidAgainst(list: readonly Against[], most: number): SaidAgainst[] {
  const said: SaidAgainst[] = []
  for (const { what, cost, row } of list) {
    const words = SAID[what]
    if (words === undefined || cost < WORTH_SAYING) continue
    if (!said.some((one) => one.row === row && one.words === words)) said.push({ row, words })
  }
  return said.slice(0, most)
}

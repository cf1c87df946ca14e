import { LEAD_WEIGHT } from './patchwork-score.ts'

/** Pictures that can stand for each other: of one shape, or nearly, and one weight. */
export interface AlikePictures {
  readonly aspect: number
  readonly weight: number
  /** positions in the list of pictures, ascending */
  readonly members: readonly number[]
}

/**
 * The pictures in groups of the same shape and weight, so that no more than `most` different sets can be taken of them:
 * where there would be more, groups of the nearest shapes are put together, and count as of their mean shape.
 * Nine pictures make 512 sets at most. O(n²).
 */
export function alikePictures(aspects: readonly number[], leads: readonly number[], most: number): AlikePictures[] {
  const weightOf = (index: number) => (leads.includes(index) ? LEAD_WEIGHT : 1)
  const sorted = aspects
    .map((aspect, index) => ({ aspect, weight: weightOf(index), members: [index] }))
    .sort((a, b) => a.weight - b.weight || a.aspect - b.aspect)
  let groups: AlikePictures[] = []
  for (const one of sorted) {
    const last = groups.at(-1)
    if (last && last.weight === one.weight && last.aspect === one.aspect)
      groups[groups.length - 1] = together(last, one)
    else groups.push(one)
  }
  while (setsOf(groups) > most) {
    const loss = groups.slice(1).map((group, i) => lossOf(groups[i]!, group))
    const at = loss.indexOf(Math.min(...loss))
    groups = [...groups.slice(0, at), together(groups[at]!, groups[at + 1]!), ...groups.slice(at + 2)]
  }
  return groups
}

/** How many different sets can be taken: none of a group, one of it, … all. */
const setsOf = (groups: readonly AlikePictures[]): number =>
  groups.reduce((product, { members }) => product * (members.length + 1), 1)

function together(a: AlikePictures, b: AlikePictures): AlikePictures {
  const [m, n] = [a.members.length, b.members.length]
  const aspect =
    a.aspect === b.aspect ? a.aspect : Math.exp((m * Math.log(a.aspect) + n * Math.log(b.aspect)) / (m + n))
  return { aspect, weight: a.weight, members: [...a.members, ...b.members].sort((x, y) => x - y) }
}

/** What is lost by taking two groups for one: the variance of the log shapes. A lead stays by itself. */
function lossOf(a: AlikePictures, b: AlikePictures): number {
  const [m, n] = [a.members.length, b.members.length]
  return a.weight === b.weight ? ((m * n) / (m + n)) * Math.log(a.aspect / b.aspect) ** 2 : 1e6
}

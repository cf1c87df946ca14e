import { PHONE } from '../house/screens.ts'

/**
 * What is to be said against an arrangement of a whole post, in one table, each with its reason. 1 is something that most
 * people would mend, as in the weights of ways, whose costs are added as they are. The sum is made as small as it can be.
 */
export const ARRANGE_COSTS = {
  /** Every row interrupts the text once. */
  row: 0.1,
  /** More pictures in a row than its share of the text: of (pictures − wish)². Pictures ought to be spread. */
  crowd: 0.04,
  /** A post in which all pictures are as large as they ought to be. Of ln²(area / wanted), for up to three pictures of a row. */
  size: 0.1,
  /** A picture that leads and is not larger than the others: of ln(wanted / area). */
  lead: 0.5,
  /** A picture with a flaw, set large shows it. Of ln(area / half of wanted). */
  flawed: 0.15,
  /** Beside text, what a picture shows ought to be on the side of the text. Of how far from the middle it is, 0 to 1. */
  turnedAway: 0.15,
  /** A picture far from the words that speak of it, as sure as it is that they do. */
  far: 1,
  /** Pictures that nobody speaks of keep pace with the text: of (share of pictures − share of words)². */
  drift: 1.5,
  /** A row of two occasions tells of one. */
  joined: 0.5,
  /** A burst in two rows shows the same thing twice. */
  cut: 0.35,
  /** Look-alikes beside each other; two in one row, or the last of one and the first of the next. */
  twinsBeside: 0.6,
  twinsInRow: 0.3,
  /** To leave out a look-alike, where one may. */
  leftOut: 0.25,
  /** Two rows with no word between are one badly cut; a heading or a few words between hardly part them. */
  nothingBetween: 0.6,
  headingBetween: 0.3,
  fewBetween: 0.2,
  /** Of ((words − most) / most)²: so much text without a picture. More than square, so that gaps do not pile up. */
  longText: 0.25,
  /** A row above all text delays it: once, and of its height on a phone in screens. A first word is wanted before pictures. */
  aboveAll: 0.2,
  aboveText: 0.3,
  /** A row that parts what belongs together: before a list or a quote, or after a colon. */
  parted: 0.35,
  /** The same twice in a row is dull: kind, a seat that is not the measure, side, height. Half where much text lies between. */
  sameKind: 0.12,
  sameSeat: 0.1,
  sameSide: 0.15,
  sameHeight: 0.03,
  /** Text beside a picture that ends before the picture does. */
  textEnds: 0.6,
  /** What a row weighs on a phone as a share of the house's budget, as far as all pictures together go over it. */
  weight: 2,
  /** A run that an earlier proposal has, times the square root of its pictures. */
  seenBefore: 0.06,
  /** A run that the arrangement before does not have: what need not change stays. */
  moved: 0.05,
  /** A kind that is not wanted stands only where there is nothing else. */
  unwanted: 8,
} as const

/** Words between two rows under which they are hardly parted, and from which they are well parted. */
export const FEW_WORDS = 25
export const WELL_PARTED = 90
/** Words without a picture, in the text and at its start, that are not too many. */
export const MOST_WORDS = 180
export const MOST_AT_START = 100
/** px on a phone that make one screen. */
export const ONE_SCREEN = PHONE.height

import { type AltFault, LONG_ALT } from '../facts/alt-advice.ts'

/** What to do about an alt text, for its writer. */
export const ALT_ADVICE: Record<AltFault, string> = {
  none: 'No alt text yet: say what one would miss without seeing it.',
  file: 'This is the name of a file, and tells nobody what is shown.',
  caption: 'It says what the caption says: it would be read out twice.',
  title: 'It says what the title says: it would be read out twice.',
  opening: 'That it is a picture is said anyway: begin with what it shows.',
  same: 'Another picture here has the same words: say what tells them apart.',
  long: `Longer than ${LONG_ALT} letters: what is more belongs into the caption or the text.`,
}

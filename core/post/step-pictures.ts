/** Where the pictures of a step stand on wide screens: beside its words, or below them. */
export const STEP_PICTURES = ['beside', 'below'] as const
export type StepPictures = (typeof STEP_PICTURES)[number]

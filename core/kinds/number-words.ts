/** Small numbers as a name begins with them. */
export const NUMBERS = ['', 'One', 'Two', 'Three', 'Four'] as const

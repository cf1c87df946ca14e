/** What HTML does not admit: controls other than white space, halves of letters, and code points that are no letters. */
export const NOT_ADMITTED = /[\p{Noncharacter_Code_Point}\p{Cs}]|(?![\t\n\f\r])\p{Cc}/gu

/** The text as a page can have it: a return is read there as a new line, and can't be written in any other way. */
export const admitted = (text: string): string => text.replace(NOT_ADMITTED, '').replace(/\r\n?/g, '\n')

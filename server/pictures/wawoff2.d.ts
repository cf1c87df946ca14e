/** As much as is used of it; the package brings no types. */
declare module 'wawoff2' {
  /** the font in a WOFF2 file */
  export function decompress(bytes: Uint8Array): Promise<Uint8Array>
}

declare module 'heic-decode' {
  /** The first picture of a HEIC file, upright, as RGBA. Throws where it is damaged. */
  export default function decode(file: {
    readonly buffer: Uint8Array
  }): Promise<{ readonly width: number; readonly height: number; readonly data: Uint8ClampedArray }>
}

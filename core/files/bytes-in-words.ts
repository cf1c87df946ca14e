/** "840 kB", "2.4 MB"; what is there at all is at least 1 kB. */
export const bytesInWords = (bytes: number): string =>
  bytes < 1e6 ? `${bytes > 0 ? Math.max(1, Math.round(bytes / 1000)) : 0} kB` : `${(bytes / 1e6).toFixed(1)} MB`

/**
 * Content-Security-Policy of published pages. Rows carry their widths in style attributes, so those
 * are allowed; style elements and scripts come only as files of the blog. `frames` are the hosts of a page's videos:
 * just these may be shown in it.
 */
export const pagePolicy = (frames: readonly string[] = []): string =>
  `default-src 'none'; img-src 'self'; media-src 'self'; style-src-elem 'self'; style-src-attr 'unsafe-inline'; font-src 'self'; script-src 'self'; ${framePolicy(frames)}; base-uri 'none'; form-action 'none'`

/** The same as a page says it itself, for hosts that say nothing. */
export const framePolicy = (frames: readonly string[]): string =>
  `frame-src ${frames.length ? [...frames].sort().join(' ') : "'none'"}`

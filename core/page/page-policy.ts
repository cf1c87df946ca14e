/**
 * Content-Security-Policy of published pages. Rows carry their widths in style attributes, so those
 * are allowed; style elements and scripts come only as files of the blog.
 */
export const PAGE_POLICY =
  "default-src 'none'; img-src 'self'; style-src-elem 'self'; style-src-attr 'unsafe-inline'; font-src 'self'; script-src 'self'; base-uri 'none'; form-action 'none'"

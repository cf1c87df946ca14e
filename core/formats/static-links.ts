/**
 * Links of pages that lie in folders, as links to files: so that they lead somewhere on any server, under any path, and
 * where the files are opened from a disk. A page is `index.html` in the folder that its address names.
 */
export const asFileLinks = (html: string): string =>
  html.replace(/(<a\b[^>]*?\shref=")([^"]*)"/g, (whole, before: string, address: string) => {
    if (/^([a-z][a-z0-9+.-]*:|\/|#)/i.test(address)) return whole
    const [, path = '', rest = ''] = /^([^?#]*)(.*)$/.exec(address)!
    return path === '' || path.endsWith('/') ? `${before}${path}index.html${rest}"` : whole
  })

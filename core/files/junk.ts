/** What systems put into folders by themselves. */
const BY_SYSTEMS = /^(thumbs\.db|ehthumbs\.db|desktop\.ini|icon\r?)$/i

/** Hidden files, and what systems add: nobody's pictures. `path` has "/" between folders. */
export function isJunk(path: string): boolean {
  const parts = path.split('/')
  return parts.some((part) => part === '__MACOSX' || part.startsWith('.')) || BY_SYSTEMS.test(parts.at(-1)!)
}

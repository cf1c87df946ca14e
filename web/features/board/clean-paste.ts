import { plainTables } from './paste-tables.ts'

/** Turns foreign HTML into plain structure before the editor reads it. Formatting is dropped by the editor's schema. */
export function cleanPaste(html: string): string {
  const doc = new DOMParser().parseFromString(html, 'text/html')
  // Our own rows pass as they are; the editor checks them.
  for (const element of doc.body.querySelectorAll(
    'script, style, meta, link, title, svg, iframe, object, noscript, template',
  ))
    element.remove()
  flatten(doc.body)
  joinWordLists(doc)
  plainTables(doc.body)
  for (const bold of doc.body.querySelectorAll<HTMLElement>('b, strong')) {
    // Some programs wrap the whole clipboard in a bold element that says it is not bold.
    if (/^(normal|400)$/.test(bold.style.fontWeight)) bold.replaceWith(...bold.childNodes)
  }
  for (const span of doc.body.querySelectorAll<HTMLElement>('span[style]')) {
    const wrap = (tag: string) => {
      const element = doc.createElement(tag)
      element.append(...span.childNodes)
      span.append(element)
    }
    if (/^(bold|[6-9]00)$/.test(span.style.fontWeight)) wrap('strong')
    if (span.style.fontStyle === 'italic') wrap('em')
    if (/line-through/.test(span.style.textDecoration)) wrap('s')
  }
  // A page has one title, and it stands above the text: headings start at the second level.
  for (const heading of doc.body.querySelectorAll('h1, h5, h6')) rename(heading, heading.tagName === 'H1' ? 'h2' : 'h4')
  for (const empty of doc.body.querySelectorAll('p'))
    if (!empty.textContent?.trim() && !empty.querySelector('br + br')) empty.remove()
  return doc.body.innerHTML
}

/** Boxes in each other beyond any sense, as mail that was answered for years has them, give way to what they hold. */
const MOST_BOXES = 30

function flatten(body: HTMLElement): void {
  const walker = body.ownerDocument.createTreeWalker(body, NodeFilter.SHOW_ELEMENT)
  const deep: Element[] = []
  for (let depth = 0, node = walker.firstChild(); node; ) {
    if (depth >= MOST_BOXES) deep.push(node as Element)
    if (walker.firstChild()) depth++
    else
      while (!walker.nextSibling()) {
        if (!walker.parentNode() || walker.currentNode === body) return unwrap(deep)
        depth--
      }
    node = walker.currentNode
  }
}

function unwrap(boxes: readonly Element[]): void {
  for (const box of boxes)
    if (/^(UL|OL|BLOCKQUOTE|SECTION|ARTICLE|TABLE|TBODY|TR|TD)$/.test(box.tagName)) box.replaceWith(...box.childNodes)
    else if (box.tagName === 'LI') rename(box, 'div')
}

function rename(element: Element, tag: string): void {
  const other = element.ownerDocument.createElement(tag)
  other.append(...element.childNodes)
  element.replaceWith(other)
}

/** Word processors write list items as paragraphs with a bullet or number typed in front. */
function joinWordLists(doc: Document): void {
  const items = [...doc.body.querySelectorAll<HTMLElement>('p')].filter(
    (p) => /MsoListParagraph/i.test(p.className) || /mso-list:\s*l\d/i.test(p.getAttribute('style') ?? ''),
  )
  let list: HTMLElement | undefined
  let last: Element | undefined
  for (const item of items) {
    const ordered = /^\s*(\d+|[a-z])[.)]/i.test(item.textContent ?? '')
    const tag = ordered ? 'OL' : 'UL'
    if (!list || item.previousElementSibling !== last || list.tagName !== tag) {
      list = doc.createElement(tag)
      item.before(list)
    }
    const li = doc.createElement('li')
    for (const mark of item.querySelectorAll<HTMLElement>(
      '[style*="mso-list:Ignore" i], [style*="mso-list: Ignore" i]',
    ))
      mark.remove()
    li.append(...item.childNodes)
    const first = doc.createTreeWalker(li, NodeFilter.SHOW_TEXT).nextNode()
    if (first?.nodeValue) first.nodeValue = first.nodeValue.replace(/^\s*(?:[·•o§▪–-]|\d+[.)]|[a-z][.)])\s+/i, '')
    list.append(li)
    item.remove()
    last = list
  }
}

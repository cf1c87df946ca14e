import { webAddress } from './web-address.ts'

/**
 * Older stored posts, brought to today's shape step by step before they are checked. Each step takes the
 * version before it and changes nothing a reader would see; what is no post at all is left for the check.
 */

type Json = Record<string, unknown>
const isObject = (value: unknown): value is Json => typeof value === 'object' && value !== null && !Array.isArray(value)

const STEPS: Record<number, (post: Json) => Json> = {
  // Rows may leave choices to the house style, and say how slideshows and galleries behave for readers. Written
  // out as they were then: what a new row begins with may change.
  1: (post) =>
    withRows(post, (row) => ({
      ...row,
      slideshow: {
        across: 1,
        fill: false,
        move: null,
        seconds: null,
        starts: null,
        arrows: null,
        place: null,
        fullScreen: null,
      },
      ground: null,
      filter: null,
      tagsLeftOut: [],
      first: null,
      reveal: null,
      share: null,
      through: null,
    })),
  // What a row has of its kind stands with the kind.
  2: (post) =>
    withRows(
      post,
      ({ side, width, composition, ground, filter, tagsLeftOut, first, frame, gallery, slideshow, ...row }) => ({
        ...row,
        one: { side, width },
        patchwork: { composition },
        gallery: isObject(gallery) ? { ...gallery, ground, filter, tagsLeftOut, first } : gallery,
        slideshow: isObject(slideshow) ? { frame, ...slideshow } : slideshow,
      }),
    ),
  // Addresses are read as browsers read them; where readers can't be sent, the words stay and the link goes.
  3: (post) => ({ ...post, body: withoutBadLinks(post.body) }),
  // The edge of pictures may be a row's own.
  4: (post) => withRows(post, (row) => ({ ...row, corner: null, border: null })),
  // Words may stand in a row, and a row of several be narrower than its seat.
  5: (post) => withRows(post, (row) => ({ ...row, words: [], width: null })),
  // A row may show a set.
  6: (post) => withRows(post, (row) => ({ ...row, set: null })),
}

const leadsNowhere = (link: unknown): boolean =>
  isObject(link) && typeof link.href === 'string' && webAddress(link.href) === undefined

function withoutBadLinks(value: unknown): unknown {
  if (Array.isArray(value))
    return value
      .filter((mark: unknown) => !(isObject(mark) && mark.type === 'link' && leadsNowhere(mark.attrs)))
      .map(withoutBadLinks)
  if (!isObject(value)) return value
  if (value.do === 'web-address' && leadsNowhere(value)) return { do: 'nothing' }
  return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, withoutBadLinks(inner)]))
}

function withRows(post: Json, change: (row: Json) => Json): Json {
  const { body } = post
  if (!isObject(body) || !Array.isArray(body.content)) return post
  const content = body.content.map((block: unknown) =>
    isObject(block) && block.type === 'row' && isObject(block.attrs) ? { ...block, attrs: change(block.attrs) } : block,
  )
  return { ...post, body: { ...body, content } }
}

/** The value in today's shape where it is an older post; any other value as it is. */
export function upgraded(value: unknown): unknown {
  if (!isObject(value) || typeof value.version !== 'number') return value
  const step = STEPS[value.version]
  return step ? upgraded({ ...step(value), version: value.version + 1 }) : value
}

import { fileBytes, pictureBytes, rowBytes } from '../files/forecast.ts'
import { widthInWindow } from '../files/sizes.ts'
import type { ListedPost } from '../front/listed-post.ts'
import type { HouseStyle } from '../house/house-style.ts'
import type { ReaderScreen } from '../house/screens.ts'
import type { PlacedPost } from '../place/place-post.ts'
import type { PostShow } from '../shows/show.ts'
import { settingOf } from '../shows/slide-setting.ts'
import { slidePictureRanges } from '../shows/slide-sizes.ts'
import type { ScreenWeight } from '../wire/page-weight.ts'
import { lineFile } from '../blocks/line-picture.ts'
import { linePicturesIn } from '../post/line-pictures.ts'
import { webpFiles } from './placed-files.ts'
import { topInRow } from './row-heights.ts'

/**
 * What the pictures of a post weigh on a screen: those that are seen before anything is scrolled, and all others,
 * which are fetched only when a reader comes to them. `tops` says how far down each block begins there.
 * O(pictures × variants + characters).
 */
export function picturesWeigh(
  { blocks, laid, shown, house, library }: PlacedPost,
  tops: readonly number[],
  screen: ReaderScreen,
): ScreenWeight {
  let first = 0
  const rows = blocks.flatMap((block, i) => {
    const row = laid.get(block)
    if (!row) return []
    const each = row.pictures.map((_, index) => pictureBytes(row, index, screen, house))
    first += each
      .filter((_, index) => tops[i]! + topInRow(row, index, house, screen.width) < screen.height)
      .reduce((sum, bytes) => sum + bytes, 0)
    const bytes = each.reduce((sum, one) => sum + one, 0) + (row.rest ? rowBytes(row.rest, screen, house) : 0)
    return [{ row: row.row.id, bytes: Math.round(bytes) }]
  })
  let slides = 0
  for (const [block, posts] of shown) {
    const each = posts.slides.map((post) => slideBytes(posts.show, post, screen, house))
    slides += each.reduce((sum, bytes) => sum + bytes, 0)
    if (tops[blocks.indexOf(block)]! < screen.height)
      first += each.slice(0, posts.show.across).reduce((sum, bytes) => sum + bytes, 0)
  }
  // Pictures in lines are fetched at once, wherever they stand.
  const files = new Map(
    linePicturesIn(blocks).flatMap(({ id, wide }) => {
      const picture = library.picture(id)
      const file = picture && webpFiles(picture).find((one) => one.file === lineFile(picture, wide))
      return file ? [[file.file, file.bytes] as const] : []
    }),
  )
  const inLines = [...files.values()].reduce((sum, bytes) => sum + bytes, 0)
  first += inLines
  const all = rows.reduce((sum, { bytes }) => sum + bytes, slides + inLines)
  return { screen: screen.name, first: Math.round(first), later: Math.round(all) - Math.round(first), rows }
}

function slideBytes(show: PostShow, post: ListedPost, screen: ReaderScreen, house: HouseStyle): number {
  const { picture } = post.featured!
  const setting = settingOf(show, show.changes[post.id])
  const ranges = slidePictureRanges(show, setting, picture.width / picture.height, house)
  return fileBytes(picture, widthInWindow(ranges, screen.width), screen)
}

import { writeFrontMatter } from '../../core/formats/front-matter.ts'
import { markdownOf } from '../../core/formats/markdown-out.ts'
import { picturePaths } from '../../core/formats/picture-names.ts'
import { inheritedFrom } from '../../core/formats/row-text/picture-choices.ts'
import { type Block, isRow } from '../../core/post/body.ts'
import { addressOf, picturesShown, type PostContent } from '../../core/post/post.ts'
import type { Picture } from '../../core/wire/picture.ts'
import type { HouseTable } from '../database/house-table.ts'
import type { PicturesTable } from '../database/pictures-table.ts'
import type { PostsTable } from '../database/posts-table.ts'
import type { ExportFile } from './export-file.ts'
import { createPictureFiles, endingOf, type PictureFilesDeps } from './picture-files.ts'

export interface MarkdownDeps extends PictureFilesDeps {
  readonly posts: PostsTable
  readonly pictures: PicturesTable
  readonly house: HouseTable
}

const FOLDER = 'pictures'

/** These posts as Markdown, a file each, and every picture that they show, once, in a folder beside them; `taken`: with what their cameras wrote. */
export function markdownExport(deps: MarkdownDeps, ids: readonly string[], taken = false): ExportFile[] {
  const { posts, pictures, house } = deps
  const found = ids.flatMap((id) => posts.find(id) ?? [])
  const shown = [...new Set(found.flatMap(({ content }) => picturesShown(content)))]
  const byId = new Map(pictures.findAll(shown).map((picture) => [picture.id, picture]))
  const here = shown.flatMap((id) => byId.get(id) ?? [])
  const paths = picturePaths(here, endingOf)
  const fileOf = createPictureFiles(deps, taken)
  const names = new Set<string>()
  const texts = found.map(({ id, content, publication }): ExportFile => {
    let name = addressOf(content, id)
    for (let again = 2; names.has(name); again++) name = `${addressOf(content, id)}-${again}`
    names.add(name)
    const date = content.dated ?? publication.firstLiveAt
    return {
      path: `${name}.md`,
      bytes: async () => Buffer.from(markdownPost({ content, date, measure: house.get().measure }, byId, paths)),
    }
  })
  const files = here.map(({ id }): ExportFile => ({ path: `${FOLDER}/${paths.get(id)!}`, bytes: () => fileOf(id) }))
  return [...texts, ...files]
}

interface Written {
  readonly content: PostContent
  readonly date: string | null
  readonly measure: number
}

function markdownPost(
  { content, date, measure }: Written,
  byId: ReadonlyMap<string, Picture>,
  paths: ReadonlyMap<string, string>,
): string {
  const src = (id: string) => `${FOLDER}/${encodeURI(paths.get(id) ?? `${id}.jpg`)}`
  const featured = content.featured && byId.get(content.featured.picture)
  const head = writeFrontMatter({
    content,
    date,
    featured: featured ? { src: src(featured.id), alt: featured.alt } : null,
  })
  // What is not here any more has no file to be named by.
  const body = content.body.content.flatMap((block): Block[] => {
    if (!isRow(block)) return [block]
    const placed = block.attrs.pictures.filter(({ id }) => byId.has(id))
    return placed.length ? [{ ...block, attrs: { ...block.attrs, pictures: placed } }] : []
  })
  return `${head}\n${markdownOf(body, { src, inherited: inheritedFrom(byId), measure })}`
}

import { proposeFeatured } from '../../core/looks/featured.ts'
import type { FeaturedProposals, FeaturedQuestion } from '../../core/wire/picture.ts'
import type { HouseTable } from '../database/house-table.ts'
import type { LooksTable } from '../database/looks-table.ts'
import type { PicturesTable } from '../database/pictures-table.ts'
import type { LivePost, PublicationsTable } from '../database/publications-table.ts'

interface FeaturedDeps {
  readonly looks: LooksTable
  readonly pictures: PicturesTable
  readonly publications: PublicationsTable
  readonly house: HouseTable
}

/** Posts on each side of this one that its picture is seen beside. */
const BESIDE = 1

export type ProposeFor = ReturnType<typeof featuredProposals>

/** Proposes pictures that could stand for a post in lists, beside those that stand before and after it there. */
export function featuredProposals({ looks, pictures, publications, house }: FeaturedDeps) {
  return ({ post, pictures: asked }: FeaturedQuestion): FeaturedProposals => {
    const live = publications.listLive().filter(({ listed }) => listed !== null)
    const place = live.findIndex(({ postId }) => postId === post)
    // One that is not live yet will be the newest.
    const before = place > 0 ? live.slice(place - BESIDE, place) : []
    const after = live.slice(place + 1, place + 1 + BESIDE + (before.length === 0 ? 1 : 0))
    const neighbours = [...before, ...after].flatMap(({ listed }) => listed?.featured?.picture ?? [])
    const seen = looks.seen([...asked.map(({ id }) => id), ...neighbours])
    const known = new Map(pictures.findAll(asked.map(({ id }) => id)).map((picture) => [picture.id, picture]))
    const candidates = asked.flatMap(({ id, lead, first }) => {
      const [picture, look] = [known.get(id), seen.get(id)]
      return picture && look && !picture.aside ? [{ ...picture, ...look, lead, first }] : []
    })
    const besides = neighbours.flatMap((id) => seen.get(id)?.signature ?? [])
    return {
      proposals: proposeFeatured(candidates, besides, house.get().listShape),
      before: before.map(neighbourOf),
      after: after.map(neighbourOf),
    }
  }
}

const neighbourOf = ({ listed, firstLiveAt }: LivePost): FeaturedProposals['after'][number] => ({
  title: listed!.title,
  excerpt: listed!.excerpt,
  topics: [...listed!.topics],
  date: firstLiveAt,
  featured: listed!.featured,
})

import type { LivePost } from '../database/publications-table.ts'
import { type Planner, type PressDeps, shownHash } from './plan.ts'

/** Live posts whose slideshows of posts would show others now, or otherwise; each in the very version that readers have. */
export const outOfDate = ({ publications, states, posts, planner }: PressDeps & { planner: Planner }): LivePost[] =>
  publications.listLive().filter(({ postId, version, listed }) => {
    const written = listed?.shown === undefined ? undefined : states.findVersion(postId, version)
    return written && shownHash(planner.pagesOf(postId, posts.upToDate(written), 'live')).shown !== listed!.shown
  })

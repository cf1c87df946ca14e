import type { HouseStyle } from '../house/house-style.ts'
import type { PostContent } from '../post/post.ts'
import { longDate } from '../readers/languages.ts'
import { say } from '../readers/words.ts'

/** Under the title: date and topics. `date` is the day of publication, ISO; null while it was never live. */
export const factsOf = (content: PostContent, date: string | null, house: HouseStyle): string =>
  [date ? longDate(date, house.language) : say(house, 'draft'), ...content.topics].join(' · ')

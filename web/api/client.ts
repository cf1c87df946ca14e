import { z } from 'zod'
import type { Lights } from '../../core/looks/lights.ts'
import { FrontAnswer, type FrontRequest, LightsAnswer } from '../../core/wire/front.ts'
import { HouseStyle } from '../../core/house/house-style.ts'
import { HouseEffectLine, ReaderFiles } from '../../core/wire/house.ts'
import { type Recipe, recipeText } from '../../core/recipe/recipe.ts'
import { Job } from '../../core/wire/job.ts'
import { type FlatAgainRequest, type FlatRequest, KeptFlat } from '../../core/wire/flat.ts'
import { type AddressesRequest, type BankRequest, Gathering, GatheringNews } from '../../core/wire/gathering.ts'
import { BankAbout, BankPage } from '../../core/wire/picture-bank.ts'
import {
  FeaturedProposals,
  IntakeAnswer,
  type FeaturedQuestion,
  LookAlikes,
  Picture,
  type PictureChanges,
  type PictureTextsChange,
  RecipeState,
  PictureEffect,
  type Weeding,
} from '../../core/wire/picture.ts'
import {
  Bin,
  NumbersGiven,
  PictureChoices,
  PictureCounts,
  type PictureFilters,
  PicturePage,
  type PictureSearch,
  PictureUse,
  searchValues,
} from '../../core/wire/picture-search.ts'
import { PictureSet } from '../../core/sets/picture-set.ts'
import {
  DeletedSet,
  type NewSet,
  OpenSet,
  type SetChange,
  SetList,
  Shelf,
  type ShelfChange,
} from '../../core/wire/sets.ts'
import { FILES_IN_ALL, LastSite } from '../../core/wire/exports.ts'
import { AddressesTaken, PAGE_ADDRESS } from '../../core/wire/incoming.ts'
import { VideoAnswer, VideoProviders } from '../../core/wire/video.ts'
import { elsewhereApi } from './elsewhere-api.ts'
import { postsApi } from './posts-api.ts'
import { act, ask, noAnswer, bytes, file, lines, type OnItsWay, query, refusalOf } from './requests.ts'
import { counted } from './under-way.ts'

export { Away, isTriedAgain, Refused } from './requests.ts'

export const api = {
  enter: async (key: string) => void (await ask('POST', 'enter', { key })),
  posts: postsApi,
  elsewhere: elsewhereApi,
  pictures: {
    search: async (search: Partial<PictureSearch>) =>
      PicturePage.parse(await ask('GET', `pictures${query(searchValues(search))}`)),
    counts: async (filters: PictureFilters) =>
      PictureCounts.parse(await ask('GET', `pictures/counts${query(searchValues(filters))}`)),
    choices: async (filters: PictureFilters) =>
      PictureChoices.parse(await ask('GET', `pictures/choices${query(searchValues(filters))}`)),
    byIds: async (ids: readonly string[]) => z.array(Picture).parse(await ask('POST', 'pictures/by-ids', { ids })),
    numbers: async (count: number) => NumbersGiven.parse(await ask('POST', 'pictures/numbers', { count })).first,
    uses: async (id: string) => z.array(PictureUse).parse(await ask('GET', `pictures/${id}/uses`)),
    change: async (id: string, change: PictureTextsChange) =>
      Picture.parse(await act('PATCH', `pictures/${id}`, change)),
    /** `MOST_CHANGES` at once */
    changeMany: async (changes: PictureChanges['changes']): Promise<Picture[]> =>
      z.array(Picture).parse(await act('PATCH', 'pictures', { changes })),
    /** all that wait for a decision, or those that these pictures are in */
    lookAlikes: async (ids?: readonly string[]) =>
      LookAlikes.parse(await (ids ? ask('POST', 'pictures/look-alikes', { ids }) : ask('GET', 'pictures/look-alikes'))),
    featured: async (question: FeaturedQuestion) =>
      FeaturedProposals.parse(await ask('POST', 'pictures/featured', question)),
    weed: async (weeding: Partial<Weeding>) => z.array(Picture).parse(await act('POST', 'pictures/weeding', weeding)),
    /** what a recipe would alter where the picture is shown */
    adjustEffect: async (id: string, recipe: Recipe | null) =>
      z.array(PictureEffect).parse(await ask('POST', `pictures/${id}/adjusting`, { recipe })),
    adjust: async (id: string, recipe: Recipe | null) =>
      Picture.parse(await act('PUT', `pictures/${id}/recipe`, { recipe })),
    recipes: async (id: string) => z.array(RecipeState).parse(await ask('GET', `pictures/${id}/recipes`)),
    /** the px that tones are tried on */
    ground: async (id: string, recipe: Recipe, width: number, signal: AbortSignal) =>
      bytes(`pictures/${id}/ground${query({ recipe: recipeText(recipe), width: String(width) })}`, signal),
    /** what the file of another picture would alter in its place */
    replaceEffect: async (id: string, other: string) =>
      z.array(PictureEffect).parse(await ask('GET', `pictures/${id}/replacing${query({ with: other })}`)),
    replace: async (id: string, other: string) =>
      Picture.parse(await act('POST', `pictures/${id}/replacing`, { with: other })),
    /** `anyway`: though posts show it */
    remove: async (id: string, anyway = false) =>
      void (await act('DELETE', `pictures/${id}${anyway ? '?anyway' : ''}`)),
    /** One picture, without telling how far it has come. */
    take: async (picture: File) => {
      const place = `pictures${query({ name: picture.name })}`
      const response = await fetch(`/api/${place}`, {
        method: 'POST',
        body: picture,
        headers: { 'content-type': 'application/octet-stream' },
      }).catch(noAnswer)
      if (!response.ok) throw await refusalOf(response)
      return IntakeAnswer.parse(await response.json()).picture
    },
    bin: async () => Bin.parse(await ask('GET', 'pictures/bin')),
    bringBack: async (id: string) => void (await act('POST', `pictures/${id}/bring-back`)),
  },
  gatherings: {
    list: async () => z.array(Gathering).parse(await ask('GET', 'gatherings')),
    news: async (id: string, since: number) =>
      GatheringNews.parse(await ask('GET', `gatherings/${id}${query({ since: String(since) })}`)),
    addresses: async (request: AddressesRequest) => Gathering.parse(await act('POST', 'gatherings/addresses', request)),
    fromBank: async (request: BankRequest) => Gathering.parse(await act('POST', 'gatherings/bank', request)),
    again: async (id: string, place: number) => void (await act('POST', `gatherings/${id}/again`, { place })),
    /** one file of it, or all that has not come */
    cancel: async (id: string, place?: number) => void (await act('POST', `gatherings/${id}/cancel`, { place })),
    read: async (id: string) => void (await ask('POST', `gatherings/${id}/read`, {})),
  },
  exports: {
    lastSite: async () => LastSite.parse(await ask('GET', 'exports/site')),
    /** an archive; told of each piece of it, and how many files it has */
    archive: async (
      kind: 'site' | 'markdown' | 'bundle',
      body: unknown,
      onItsWay: OnItsWay,
    ): Promise<{ file: Blob; files: number }> => {
      const { blob, headers } = await file(`exports/${kind}`, body, onItsWay)
      return { file: blob, files: Number(headers.get(FILES_IN_ALL) ?? 0) }
    },
  },
  incoming: {
    /** a page of the web, as it came, and where it was */
    page: async (address: string): Promise<{ bytes: Uint8Array; address: string }> => {
      const response = await fetch(`/api/incoming/page${query({ address })}`).catch(noAnswer)
      if (!response.ok) throw await refusalOf(response)
      return {
        bytes: new Uint8Array(await response.arrayBuffer()),
        address: response.headers.get(PAGE_ADDRESS) ?? address,
      }
    },
    taken: async (addresses: readonly string[], titles: readonly string[]) =>
      AddressesTaken.parse(await ask('POST', 'incoming/addresses', { addresses, titles })),
  },
  videos: {
    providers: async () => VideoProviders.parse(await ask('GET', 'videos/providers')),
    /** for no post yet */
    take: async (address: string) => VideoAnswer.parse(await act('POST', 'videos', { address })),
    bring: async (address: string, post: string) => VideoAnswer.parse(await act('POST', 'videos', { address, post })),
  },
  bank: {
    about: async () => BankAbout.parse(await ask('GET', 'bank/about')),
    search: async (words: string, from: number) =>
      BankPage.parse(await ask('GET', `bank/search${query({ words, from: String(from) })}`)),
  },
  flat: {
    make: async (request: FlatRequest, onItsWay: OnItsWay) => counted(file('flat', request, onItsWay)),
    /** made again, of this row where it is given */
    again: async (request: FlatAgainRequest) => KeptFlat.parse(await act('POST', 'flat/again', request)).picture,
    keep: async (request: FlatRequest) => KeptFlat.parse(await act('POST', 'flat/keep', request)).picture,
  },
  sets: {
    list: async () => SetList.parse(await ask('GET', 'sets')),
    byIds: async (ids: readonly string[]) => z.array(PictureSet).parse(await ask('POST', 'sets/wanted', { ids })),
    open: async (id: string) => OpenSet.parse(await ask('GET', `sets/${id}`)),
    make: async (request: NewSet) => OpenSet.parse(await act('POST', 'sets', request)),
    change: async (id: string, change: SetChange) => OpenSet.parse(await act('PUT', `sets/${id}`, change)),
    step: async (id: string, by: -1 | 1) => OpenSet.parse(await act('POST', `sets/${id}/step`, { by })),
    delete: async (id: string) => void (await act('DELETE', `sets/${id}`)),
    bringBack: async (id: string) => OpenSet.parse(await act('POST', `sets/${id}/bring-back`)),
    bin: async () => z.array(DeletedSet).parse(await ask('GET', 'sets/bin')),
    makeShelf: async (name: string, parent: string | null) =>
      Shelf.parse(await act('POST', 'sets/shelves', { name, parent })),
    changeShelf: async (id: string, change: ShelfChange) =>
      Shelf.parse(await act('PATCH', `sets/shelves/${id}`, change)),
    deleteShelf: async (id: string) => void (await act('DELETE', `sets/shelves/${id}`)),
  },
  jobs: {
    get: async (id: string) => Job.parse(await ask('GET', `jobs/${id}`)),
    /** the job as it stands then: it may have been too late */
    stop: async (id: string) => Job.parse(await act('POST', `jobs/${id}/stop`)),
  },
  front: {
    get: async () => FrontAnswer.parse(await ask('GET', 'front')),
    save: async (request: FrontRequest) => FrontAnswer.parse(await ask('PUT', 'front', request)),
    sendAgain: async () => FrontAnswer.parse(await act('POST', 'front/sending')),
    /** titles of the posts that show a slideshow of posts */
    uses: async (show: string) => z.array(z.string()).parse(await ask('GET', `front/shows/${show}/uses`)),
    /** how light and dark pictures are, of those that were looked at */
    lights: async (ids: readonly string[]): Promise<ReadonlyMap<string, Lights>> => {
      const { lights } = LightsAnswer.parse(await ask('POST', 'front/lights', { ids }))
      return new Map(
        Object.entries(lights).map(([id, text]) => [id, Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0))]),
      )
    },
  },
  house: {
    get: async () => HouseStyle.parse(await ask('GET', 'house')),
    put: async (style: HouseStyle) => HouseStyle.parse(await act('PUT', 'house', style)),
    /** What a style would change, told as it is found. */
    effect: (style: HouseStyle, tell: (line: HouseEffectLine) => void, signal: AbortSignal) =>
      lines('house/effect', style, signal, (line) => tell(HouseEffectLine.parse(line))),
    reader: async () => ReaderFiles.parse(await ask('GET', 'house/reader')),
  },
}

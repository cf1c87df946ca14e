import { FLAWS, type Flaw } from '../../core/looks/flaws.ts'
import type { Lights } from '../../core/looks/lights.ts'
import type { Signature } from '../../core/looks/signature.ts'
import type { LookAlike, LookAlikes, Weeding } from '../../core/wire/picture.ts'
import type { Look } from '../pictures/look-worker.ts'
import type { Db } from './open.ts'
import { PICTURE_COLUMNS, type PictureRow } from './picture-row.ts'
import type { PicturesTable } from './pictures-table.ts'

/** Raised where pictures are to be looked at anew. */
const LOOKS_VERSION = 1
/** The same for their light. */
const LIGHTS_VERSION = 1
/** Groups in one answer. */
const GROUPS_AT_ONCE = 60
/** What is on view and counts in its group. */
const HERE = `state = 'ready' AND deleted_at IS NULL AND aside_at IS NULL`

/** What a picture is compared by. */
export interface SeenRow {
  readonly id: string
  readonly width: number
  readonly height: number
  readonly takenAt: string | null
  readonly signature: Buffer
}

/** As it is kept: four numbers of 32 bits, the lowest byte first. */
export const signatureFrom = (bytes: Buffer): Signature =>
  Uint32Array.from({ length: bytes.length / 4 }, (_, i) => bytes.readUInt32LE(4 * i))

const bitsOf = (flaws: readonly Flaw[]): number => flaws.reduce((bits, flaw) => bits | (1 << FLAWS.indexOf(flaw)), 0)

export type LooksTable = ReturnType<typeof looksTable>

/** What is seen of pictures' px, which of them are look-alikes, and what was decided about that. */
export function looksTable(db: Db, pictures: PicturesTable) {
  const insert = db.prepare(`
    INSERT OR REPLACE INTO picture_looks
      (picture_id, version, thumb, signature, sharpness, brightness, highlight, burnt)
    VALUES (@id, ${LOOKS_VERSION}, @thumb, @signature, @sharpness, @brightness, @highlight, @burnt)`)
  const putLights = db.prepare(`
    INSERT OR REPLACE INTO picture_lights (picture_id, version, cells)
    SELECT id, ${LIGHTS_VERSION}, @cells FROM pictures WHERE id = @id`)
  const lightsOf = db.prepare<{ ids: string }, { id: string; cells: Buffer }>(`
    SELECT picture_id AS id, cells FROM picture_lights
    WHERE version = ${LIGHTS_VERSION} AND picture_id IN (SELECT value FROM json_each(@ids))`)
  const unlit = db.prepare<[], { id: string }>(`
    SELECT id FROM pictures JOIN picture_looks AS looks ON looks.picture_id = id AND looks.version = ${LOOKS_VERSION}
    LEFT JOIN picture_lights AS lights ON lights.picture_id = id AND lights.version = ${LIGHTS_VERSION}
    WHERE state = 'ready' AND lights.picture_id IS NULL ORDER BY number DESC`)
  const forgetLights = db.prepare('DELETE FROM picture_lights WHERE picture_id = @id')
  const setFlaws = db.prepare('UPDATE pictures SET flaws = @flaws WHERE id = @id')
  const all = db.prepare<[], SeenRow>(`
    SELECT id, width, height, taken_at AS takenAt, signature
    FROM picture_looks JOIN pictures ON pictures.id = picture_id WHERE version = ${LOOKS_VERSION}`)
  const unseen = db.prepare<[], { id: string }>(`
    SELECT id FROM pictures LEFT JOIN picture_looks ON picture_id = id AND version = ${LOOKS_VERSION}
    WHERE state = 'ready' AND picture_id IS NULL ORDER BY number DESC`)
  const groupOf = db.prepare<{ id: string }, { alike: number | null; number: number }>(
    'SELECT alike, number FROM pictures WHERE id = @id',
  )
  const forgetLook = db.prepare('DELETE FROM picture_looks WHERE picture_id = @id')
  const leaveGroup = db.prepare(`
    UPDATE pictures SET alike = NULL, alike_open = 0, alike_settled = 0, flaws = 0 WHERE id = @id`)
  const setGroup = db.prepare('UPDATE pictures SET alike = @group WHERE id = @id')
  const mergeGroup = db.prepare('UPDATE pictures SET alike = @into WHERE alike = @from')
  // A group is open while two of it are on view and somebody has not decided about all of those.
  const refresh = db.prepare(`
    UPDATE pictures SET alike_open = (
      SELECT count(*) > 1 AND sum(alike_settled) < count(*) FROM pictures AS other
      WHERE other.alike = @group AND ${HERE})
    WHERE alike = @group`)
  const setAside = db.prepare('UPDATE pictures SET aside_at = @at WHERE id = @id')
  const setSettled = db.prepare('UPDATE pictures SET alike_settled = @settled WHERE id = @id')
  const openGroups = db.prepare<{ most: number }, { group: number }>(`
    SELECT alike AS "group" FROM pictures WHERE alike_open = 1 AND ${HERE}
    GROUP BY alike ORDER BY max(number) DESC LIMIT @most`)
  const openTotal = db.prepare<[], { total: number }>(`
    SELECT count(DISTINCT alike) AS total FROM pictures WHERE alike_open = 1 AND ${HERE}`)
  const members = db.prepare<
    { group: number },
    PictureRow & { sharpness: number; brightness: number; shown_in: number }
  >(`
    SELECT ${PICTURE_COLUMNS}, shown_in, sharpness, brightness
    FROM pictures JOIN picture_looks ON picture_id = id
    WHERE alike = @group AND ${HERE} ORDER BY COALESCE(taken_at, added_at), number`)

  const seenOf = db.prepare<{ ids: string }, { id: string; thumb: Buffer; signature: Buffer }>(`
    SELECT picture_id AS id, thumb, signature FROM picture_looks
    WHERE version = ${LOOKS_VERSION} AND picture_id IN (SELECT value FROM json_each(@ids))`)

  const refreshOf = (ids: readonly string[]) => {
    const groups = new Set(ids.map((id) => groupOf.get({ id })?.alike ?? null))
    for (const group of groups) if (group !== null) refresh.run({ group })
  }

  function group(number: number): LookAlike[] {
    const rows = members.all({ group: number })
    return pictures.withFiles(rows).map((picture, i) => ({
      picture,
      sharpness: rows[i]!.sharpness,
      brightness: rows[i]!.brightness,
      shown: rows[i]!.shown_in > 0,
    }))
  }

  return {
    /** Keeps what was seen of a picture, and puts it into one group with those that it is like. */
    add: db.transaction(
      (
        id: string,
        { thumb, lights, focus: _, ...look }: Look,
        { signature, flaws, alike }: { signature: Uint32Array; flaws: readonly Flaw[]; alike: readonly string[] },
      ) => {
        insert.run({
          id,
          ...look,
          thumb: Buffer.from(thumb),
          signature: Buffer.from(signature.buffer, signature.byteOffset, signature.byteLength),
        })
        putLights.run({ id, cells: Buffer.from(lights) })
        setFlaws.run({ id, flaws: bitsOf(flaws) })
        let own = groupOf.get({ id })?.alike ?? null
        for (const other of alike) {
          const known = groupOf.get({ id: other })
          if (!known) continue
          const theirs = known.alike ?? known.number
          if (known.alike === null) setGroup.run({ id: other, group: theirs })
          if (own === null) setGroup.run({ id, group: theirs })
          else if (own !== theirs) mergeGroup.run({ from: own, into: theirs })
          own = theirs
        }
        if (own !== null) refresh.run({ group: own })
      },
    ),
    /** Of a picture that looks otherwise than when it came. */
    seeAnew: db.transaction((id: string, flaws: readonly Flaw[], lights: Lights) => {
      setFlaws.run({ id, flaws: bitsOf(flaws) })
      putLights.run({ id, cells: Buffer.from(lights) })
    }),
    /** How light and dark these pictures are, of those that were looked at. */
    lights: (ids: readonly string[]): Map<string, Lights> =>
      new Map(lightsOf.all({ ids: JSON.stringify(ids) }).map(({ id, cells }) => [id, new Uint8Array(cells)] as const)),
    /** Ids of pictures that were looked at, but not for their light. */
    listUnlit: (): string[] => unlit.all().map(({ id }) => id),
    /** What was seen of these is no longer so. */
    forget: db.transaction((ids: readonly string[]) => {
      for (const id of ids) {
        const group = groupOf.get({ id })?.alike ?? null
        forgetLook.run({ id })
        forgetLights.run({ id })
        leaveGroup.run({ id })
        if (group !== null) refresh.run({ group })
      }
    }),
    list: (): SeenRow[] => all.all(),
    /** What was seen of these pictures, of those that were looked at. */
    seen: (ids: readonly string[]): Map<string, { thumb: Uint8Array; signature: Signature }> =>
      new Map(
        seenOf
          .all({ ids: JSON.stringify(ids) })
          .map(({ id, thumb, signature }) => [id, { thumb, signature: signatureFrom(signature) }] as const),
      ),
    /** Ids of pictures that were not looked at yet, the newest first. */
    listUnseen: (): string[] => unseen.all().map(({ id }) => id),
    /** Groups that wait for a decision: the newest, or those that these pictures are in. */
    open(ids?: readonly string[]): LookAlikes {
      const newest = openGroups.all({ most: GROUPS_AT_ONCE }).map((one) => one.group)
      const wanted = ids && new Set(pictures.findAll(ids).map(({ alike }) => alike))
      const numbers = wanted ? [...wanted].filter((one) => one !== null) : newest
      return {
        groups: numbers.map(group).filter((one) => one.length > 1),
        total: wanted ? numbers.length : openTotal.get()!.total,
      }
    },
    /** Groups are looked at anew after pictures came or went. */
    refreshOf,
    /** All of it or nothing. */
    weed: db.transaction(({ aside, back, settled, unsettled }: Weeding, at: string) => {
      for (const id of aside) setAside.run({ id, at })
      for (const id of back) setAside.run({ id, at: null })
      for (const id of settled) setSettled.run({ id, settled: 1 })
      for (const id of unsettled) setSettled.run({ id, settled: 0 })
      refreshOf([...aside, ...back, ...settled, ...unsettled])
    }),
  }
}

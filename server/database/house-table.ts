import { type HouseStyle, parseHouse, STARTING_STYLE } from '../../core/house/house-style.ts'
import type { Db } from './open.ts'

export type HouseTable = ReturnType<typeof houseTable>

export function houseTable(db: Db) {
  const get = db.prepare<[], { style: string }>('SELECT style FROM house WHERE only_one = 1')
  const put = db.prepare(`
    INSERT INTO house (only_one, style) VALUES (1, @style)
    ON CONFLICT (only_one) DO UPDATE SET style = excluded.style`)
  return {
    get(): HouseStyle {
      const row = get.get()
      return row ? parseHouse(JSON.parse(row.style)) : STARTING_STYLE
    },
    put: (style: HouseStyle): void => void put.run({ style: JSON.stringify(style) }),
  }
}

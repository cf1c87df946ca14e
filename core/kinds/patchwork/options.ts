import { Composition } from '../../post/composition.ts'

export const options = {
  /** how the pictures are joined; null: as suits them best */
  composition: Composition.nullable(),
}

export const fresh = { composition: null }

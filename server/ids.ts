import { randomBytes } from 'node:crypto'

/** A new id: 80 random bits, in letters and digits that are safe in addresses and file names. */
export const newId = (): string =>
  BigInt(`0x${randomBytes(10).toString('hex')}`)
    .toString(36)
    .padStart(16, '0')

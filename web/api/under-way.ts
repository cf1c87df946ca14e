import { Told } from '../ui/told.ts'

/** How many things are being done on the server that somebody has asked for. What is kept as one writes says so itself. */
export const underWay = new Told(0)

/** Counts the work as under way until it ends. */
export async function counted<T>(work: Promise<T>): Promise<T> {
  underWay.set(underWay.get() + 1)
  try {
    return await work
  } finally {
    underWay.set(underWay.get() - 1)
  }
}

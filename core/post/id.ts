import { z } from 'zod'

/** What a post calls a picture, a row or a set by. */
export const Id = z.string().regex(/^[A-Za-z0-9_-]{4,64}$/, 'expected an id')

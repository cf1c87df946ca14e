import { z } from 'zod'

/** A value that comes as JSON in an address; `what` it is, for who sends something else. */
export const jsonText = <T extends z.ZodType>(schema: T, what: string) =>
  z
    .string()
    .max(2000)
    .transform((text, context): z.infer<T> => {
      try {
        return schema.parse(JSON.parse(text))
      } catch {
        context.addIssue({ code: 'custom', message: `expected ${what}` })
        return z.NEVER
      }
    })

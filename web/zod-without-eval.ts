import { z } from 'zod'

// Must come before every module that builds a schema: compiling checks at run time would need eval, which
// the Content-Security-Policy forbids and the browser reports.
z.config({ jitless: true })

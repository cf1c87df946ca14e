import type { RequestHandler } from 'express'
import helmet from 'helmet'

/** What browsers are told that the interface may do: nothing that is not its own. */
export const securityHeaders = (): RequestHandler =>
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        imgSrc: ["'self'", 'blob:', 'data:'],
        // A video of one's own is looked into before it is sent.
        mediaSrc: ["'self'", 'blob:'],
        // The editor and the dialogs set styles as they run.
        styleSrc: ["'self'", "'unsafe-inline'"],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        frameAncestors: ["'none'"],
        formAction: ["'self'"],
      },
    },
    crossOriginResourcePolicy: { policy: 'same-origin' },
    xFrameOptions: false,
    strictTransportSecurity: false,
  })

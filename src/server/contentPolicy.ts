import { createHash } from 'node:crypto'
import { PAGE_SCRIPTS } from '@/look/pageScripts'

/** What stands in the page itself is the same on every page, and so are the digests. */
const DIGESTS = PAGE_SCRIPTS.map((script) => `'sha256-${createHash('sha256').update(script).digest('base64')}'`).join(
  ' ',
)

/** What a page may load and run. Styles are written by the look's own library at run time; scripts run by nonce or digest alone. */
export const contentPolicy = (nonce: string): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' ${DIGESTS} 'strict-dynamic' 'wasm-unsafe-eval'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    // a film that somebody picks is read on the device, from the browser's own memory
    "media-src 'self' blob:",
    "font-src 'self' data:",
    "connect-src 'self' data: blob:",
    "worker-src 'self' blob:",
    "manifest-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')

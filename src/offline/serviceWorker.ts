/// <reference lib="webworker" />
import { CacheFirst, ExpirationPlugin, NetworkFirst, type PrecacheEntry, Serwist, type SerwistPlugin } from 'serwist'
import { keepScripts } from './keepScripts'
import { keptBeforeTrouble } from './keptBeforeTrouble'
import { KEEP_SCRIPTS, KEPT_JOBS as JOBS, KEPT_PAGE, holdsJobs, isKeepRequest } from './messages'
import { isWholePage } from './wholePage'

declare const self: ServiceWorkerGlobalScope & { __SW_MANIFEST?: (PrecacheEntry | string)[] }

/** Scripts, styles and fonts of the build that this worker came with, written in as it is bundled. */
declare const BUILD_FILES: readonly string[]

const PAGES = 'pages'
const SHELL = 'shell'

/** The stage and the selected point are in the address; the page kept for a job is the same whatever they are. */
const withoutSearch: SerwistPlugin = {
  cacheKeyWillBeUsed: async ({ request }) => request.url.split('?')[0] ?? request.url,
}

const wholePages: SerwistPlugin = {
  cacheWillUpdate: async ({ request, response }) =>
    (await isWholePage(new URL(request.url).pathname, response)) ? response : null,
}

/** Says of a page that it is the kept one: what it holds may be older than what else is kept of the job. */
const saysKept: SerwistPlugin = {
  cachedResponseWillBeUsed: async ({ cachedResponse }) => {
    if (!cachedResponse) return cachedResponse
    const headers = new Headers(cachedResponse.headers)
    headers.set('server-timing', KEPT_PAGE)
    return new Response(cachedResponse.body, { status: cachedResponse.status, headers })
  },
}

/**
 * All worker threads are started by one script that reads from its own address what to load. A kept response carries the address of
 * whoever asked first, and every later thread would become that one: so it is handed on without an address, and the asker's own holds.
 */
const withoutAddress: SerwistPlugin = {
  handlerWillRespond: async ({ request, response }) =>
    /\/turbopack-worker-[^/]*$/.test(new URL(request.url).pathname)
      ? new Response(response.body, { status: response.status, headers: response.headers })
      : response,
}

/**
 * Its entries are named after what they hold: one that is kept is never asked for again. Pages that were kept of an earlier build need the
 * files of that build: what was not used for longest goes first, after about five builds.
 */
const shell = new CacheFirst({
  cacheName: SHELL,
  plugins: [withoutAddress, new ExpirationPlugin({ maxEntries: 1000, maxAgeFrom: 'last-used' })],
})

const isPage = (path: string) => path === '/' || /^\/jobs\/[^/]+$/.test(path) || path === '/verify'

const serwist = new Serwist({
  skipWaiting: true,
  clientsClaim: true,
  runtimeCaching: [
    {
      matcher: ({ request, url, sameOrigin }) => sameOrigin && request.mode === 'navigate' && isPage(url.pathname),
      handler: new NetworkFirst({
        cacheName: PAGES,
        networkTimeoutSeconds: 4,
        plugins: [withoutSearch, wholePages, keptBeforeTrouble, saysKept, new ExpirationPlugin({ maxEntries: 60 })],
      }),
    },
    {
      matcher: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/_next/static/'),
      handler: shell,
    },
    {
      matcher: ({ request, url, sameOrigin }) =>
        sameOrigin && request.method === 'GET' && /^\/api\/jobs\/[^/]+$/.test(url.pathname),
      handler: new NetworkFirst({
        cacheName: JOBS,
        networkTimeoutSeconds: 6,
        plugins: [new ExpirationPlugin({ maxEntries: 60 })],
      }),
    },
    {
      matcher: ({ request, url, sameOrigin }) =>
        sameOrigin && request.method === 'GET' && /^\/api\/jobs\/[^/]+\/(files|profiles)\//.test(url.pathname),
      handler: new CacheFirst({ cacheName: JOBS + '-files', plugins: [new ExpirationPlugin({ maxEntries: 200 })] }),
    },
  ],
})
serwist.addEventListeners()

/** Deletes the stores of jobs that a rule picks: what nothing reads any more is still somebody's house. */
async function deleteJobs(pick: (store: string) => boolean): Promise<void> {
  const stores = (await caches.keys()).filter((store) => holdsJobs(store) && pick(store))
  await Promise.all(stores.map((store) => caches.delete(store)))
}

const TODAY = [JOBS, JOBS + '-files']
self.addEventListener('activate', (event) => event.waitUntil(deleteJobs((store) => !TODAY.includes(store))))

const kindOf = (message: unknown): unknown => (message as { kind?: unknown } | null)?.kind

/** Keeps all files of the build, and tells whoever asked whether they are here. */
async function keepBuild(event: ExtendableMessageEvent): Promise<void> {
  const all = await keepScripts(BUILD_FILES, async (url) => {
    const [response, done] = shell.handleAll({ event, request: new Request(url) })
    if (!(await response).ok) throw new Error(`no ${url}`)
    await done
  })
  event.ports[0]?.postMessage(all)
}

self.addEventListener('message', (event) => {
  const message: unknown = event.data
  if (isKeepRequest(message)) event.waitUntil(keep(message.page, message.assets))
  else if (kindOf(message) === KEEP_SCRIPTS) event.waitUntil(keepBuild(event))
  else if (kindOf(message) === 'forget') event.waitUntil(Promise.all([caches.delete(PAGES), deleteJobs(() => true)]))
})

/** Keeps the page that asked, and what it was made of, from before this worker was in charge. */
async function keep(page: string, assets: readonly string[]): Promise<void> {
  const store = await caches.open(SHELL)
  await Promise.all(
    assets.map(async (url) => {
      if (!(await store.match(url))) await store.add(url).catch(() => undefined)
    }),
  )
  const path = page.split('?')[0] ?? page
  const { pathname } = new URL(path)
  if (!isPage(pathname)) return
  const response = await fetch(path, { credentials: 'same-origin' }).catch(() => null)
  if (response && (await isWholePage(pathname, response))) await (await caches.open(PAGES)).put(path, response)
}

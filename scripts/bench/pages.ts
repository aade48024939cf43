import { STAGES } from '@/core/evidence/point'
import { median } from './median'
import { JOB, browser, signedIn } from './signedIn'

// What each view fetches and when it is painted: nothing kept, the processor slowed four times, on the machine that serves it too. In rounds,
// so that no view is always the one that comes first.

const SLOWED = 4
const ROUNDS = 5
/** Each view: its name, its address, and what is on it as soon as it answers to hands. */
const VIEWS: readonly (readonly [string, string, string])[] = [
  ['the jobs page', '/', '[data-testid="jobs"], main'],
  ...STAGES.map((stage) => [stage, `/jobs/${JOB}?stage=${stage}`, '[data-alive]'] as const),
]

interface Painted {
  firstByteMs: number
  firstPaintMs: number
  largestPaintMs: number
}

/** Milliseconds from asking until the page answers to hands. */
const alive = (sign: string): Promise<number> =>
  new Promise((done) => {
    const look = () => (document.querySelector(sign) ? done(performance.now()) : requestAnimationFrame(look))
    look()
  })

/** So long after it is alive nothing of a page's beginning is painted any more. */
const SETTLED_MS = 3000

/** Milliseconds from asking to each moment, as the page itself saw them; the largest paint is known once the page has come to rest. */
const painted = (settledMs: number): Promise<Painted> =>
  new Promise((done) => {
    let largestPaintMs = NaN
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) largestPaintMs = entry.startTime
    }).observe({ type: 'largest-contentful-paint', buffered: true })
    setTimeout(() => {
      const [navigation] = performance.getEntriesByType('navigation') as PerformanceNavigationTiming[]
      const [first] = performance.getEntriesByName('first-contentful-paint')
      done({
        firstByteMs: navigation?.responseStart ?? NaN,
        firstPaintMs: first?.startTime ?? NaN,
        largestPaintMs,
      })
    }, settledMs)
  })

interface Fetched extends Painted {
  scriptKB: number
  pageKB: number
  facesKB: number
  aliveMs: number
}

async function open(path: string, sign: string): Promise<Fetched> {
  const context = await signedIn({ serviceWorkers: 'block' })
  const page = await context.newPage()
  const inspector = await context.newCDPSession(page)
  // the browser's own process for these pages is there before the first of them is asked for
  await page.goto('/api/health')
  await inspector.send('Network.enable')
  await inspector.send('Emulation.setCPUThrottlingRate', { rate: SLOWED })
  const kinds = new Map<string, string>()
  const bytes: Record<string, number> = {}
  inspector.on('Network.responseReceived', ({ requestId, type }) => kinds.set(requestId, type))
  inspector.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    const kind = kinds.get(requestId) ?? 'Other'
    bytes[kind] = (bytes[kind] ?? 0) + encodedDataLength
  })
  await page.goto(path, { waitUntil: 'commit' })
  const aliveMs = await page.evaluate(alive, sign)
  // what a bench fetches afterwards is the other stages, for want of a network
  const kB = { ...bytes }
  const times = await page.evaluate(painted, SETTLED_MS)
  await context.close()
  const thousands = (kind: string) => (kB[kind] ?? 0) / 1000
  return {
    ...times,
    scriptKB: thousands('Script'),
    pageKB: thousands('Document'),
    facesKB: thousands('Font'),
    aliveMs,
  }
}

const seen = new Map<string, Fetched[]>()
for (let round = 0; round < ROUNDS; round++)
  for (const [name, path, sign] of VIEWS) seen.set(name, [...(seen.get(name) ?? []), await open(path, sign)])

for (const [name, all] of seen) {
  const kB = (of: 'scriptKB' | 'pageKB' | 'facesKB') => `${Math.round(median(all.map((one) => one[of])))} kB`
  const ms = (of: 'firstByteMs' | 'firstPaintMs' | 'largestPaintMs' | 'aliveMs') => {
    const times = all.map((one) => one[of])
    return `${Math.round(median(times))} ms (worst ${Math.round(Math.max(...times))})`
  }
  console.log(
    `${name}: script ${kB('scriptKB')}, page ${kB('pageKB')}, faces ${kB('facesKB')}; first byte ${ms('firstByteMs')}, first paint ${ms('firstPaintMs')}, largest ${ms('largestPaintMs')}, alive ${ms('aliveMs')}`,
  )
}
await browser.close()

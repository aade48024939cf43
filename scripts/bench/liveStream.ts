import { signInToDemo } from '../lib/signIn.mjs'
import { JOB, browser, base as url, openStage, signedIn } from './signedIn'

// Live values of a house at ten moments a second, to several phones and one open page: what comes, how old it is, and whether anything grows.
// AWLBRIGHT_BENCH_STREAM_S sets for how long; an hour is 3600.
const token = process.env.AWLBRIGHT_METRICS_TOKEN ?? ''
const PHONES = 6
const SECONDS = Number(process.env.AWLBRIGHT_BENCH_STREAM_S) || 120
const SETTLE_S = 20
const LOOKS = 10

const cookie = await signInToDemo(url)
const pause = (seconds: number) => new Promise((done) => setTimeout(done, seconds * 1000))

interface Phone {
  ageMs: number[]
  stop: () => void
}

/** One more phone that listens; keeps how old each moment was when it came. */
async function listen(): Promise<Phone> {
  const end = new AbortController()
  const response = await fetch(`${url}/api/jobs/${JOB}/live`, { headers: { cookie }, signal: end.signal })
  if (!response.ok || !response.body) throw new Error(`live values: ${response.status}`)
  const phone: Phone = { ageMs: [], stop: () => end.abort() }
  const follow = async (body: ReadableStream<Uint8Array>) => {
    const decoder = new TextDecoder()
    const reader = body.getReader()
    let rest = ''
    for (;;) {
      const { done, value } = await reader.read()
      if (done) return
      const told = (rest + decoder.decode(value, { stream: true })).split('\n\n')
      rest = told.pop() ?? ''
      for (const one of told) {
        const at = /^event: values\ndata: .*"at":"([^"]+)"/.exec(one)?.[1]
        if (at) phone.ageMs.push(Date.now() - Date.parse(at))
      }
    }
  }
  void follow(response.body).catch(() => {})
  return phone
}

async function serverMb(): Promise<{ resident: number; heap: number }> {
  const response = await fetch(`${url}/api/metrics`, { headers: { authorization: `Bearer ${token}` } })
  const page = await response.text()
  const figure = (name: string) => Number(new RegExp(`^${name} (\\S+)`, 'm').exec(page)?.[1]) / 1e6
  return { resident: figure('process_resident_memory_bytes'), heap: figure('nodejs_heap_size_used_bytes') }
}

const context = await signedIn()
const page = await openStage(context, JOB, 'settings')
const inspector = await context.newCDPSession(page)
/** The page's own heap once everything is collected that nothing holds. */
async function pageMb(): Promise<number> {
  await inspector.send('HeapProfiler.collectGarbage')
  return (await inspector.send('Runtime.getHeapUsage')).usedSize / 1e6
}

const phones = await Promise.all(Array.from({ length: PHONES }, listen))
await pause(SETTLE_S)
for (const phone of phones) phone.ageMs.length = 0
const looks: { resident: number; heap: number; page: number }[] = []
for (let look = 0; look <= LOOKS; look++) {
  if (look > 0) await pause(SECONDS / LOOKS)
  looks.push({ ...(await serverMb()), page: await pageMb() })
}
for (const phone of phones) phone.stop()
await browser.close()

const counts = phones.map(({ ageMs }) => ageMs.length)
const ages = Float64Array.from(phones.flatMap(({ ageMs }) => ageMs)).sort()
const at = (share: number) => Math.round(ages[Math.min(ages.length - 1, Math.floor(share * ages.length))] ?? NaN)
console.log(`\nLive values for ${SECONDS} s, ${PHONES} phones and a page`)
console.log(
  `moments a phone got: ${Math.min(...counts)} to ${Math.max(...counts)}, ${(Math.min(...counts) / SECONDS).toFixed(1)} a second`,
)
console.log(`age as they came: median ${at(0.5)} ms, 99 of 100 within ${at(0.99)} ms, oldest ${at(1)} ms`)
for (const [name, key] of [
  ['server, resident', 'resident'],
  ['server, heap in use', 'heap'],
  ['page, heap after collection', 'page'],
] as const)
  console.log(`${name}, MB: ${looks.map((one) => one[key].toFixed(1)).join(' · ')}`)

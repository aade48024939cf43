import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { pictureFormat } from './pictureFormat'
import { preparePicture } from './preparePicture'
import { WorkQueue } from './workQueue'

const utf8 = (text: string) => new TextEncoder().encode(text)
const picture = () => sharp({ create: { width: 40, height: 20, channels: 3, background: '#204060' } })
const statusOf = (work: Promise<unknown>) =>
  work.then(
    () => 200,
    (error: { status?: number }) => error.status ?? String(error),
  )

describe('a picture', () => {
  it.each([
    ['jpeg', () => picture().jpeg().toBuffer()],
    ['png', () => picture().png().toBuffer()],
    ['webp', () => picture().webp().toBuffer()],
    ['avif', () => picture().avif().toBuffer()],
  ] as const)('is told by its first bytes and kept as JPEG: %s', async (format, make) => {
    const bytes = new Uint8Array(await make())
    expect(pictureFormat(bytes)).toBe(format)
    const { jpeg } = await preparePicture(bytes)
    expect(await sharp(jpeg).metadata()).toMatchObject({ format: 'jpeg', width: 40, height: 20 })
  })
  it.each([
    ['a drawing', utf8('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>')],
    ['a drawing behind a declaration', utf8('<?xml version="1.0"?><svg/>')],
    ['a page', utf8('%PDF-1.7')],
    ['an animation', utf8('GIF89a')],
    ['a layered scan', Uint8Array.of(0x49, 0x49, 0x2a, 0x00)],
    ['an archive', utf8('PK\u0003\u0004')],
    ['nothing', new Uint8Array()],
    ['half a head', Uint8Array.of(0xff, 0xd8)],
  ])('is not %s: no decoder sees it', async (_name, bytes) => {
    expect(pictureFormat(bytes)).toBeNull()
    expect(await statusOf(preparePicture(bytes))).toBe(415)
  })
  it('that is cut off or only begins like one is refused', async () => {
    const whole = new Uint8Array(await picture().jpeg().toBuffer())
    expect(await statusOf(preparePicture(whole.subarray(0, whole.length / 2)))).toBe(415)
    expect(await statusOf(preparePicture(Uint8Array.of(0xff, 0xd8, 0xff, 1, 2, 3)))).toBe(415)
  })
})

describe('work that waits its turn', () => {
  it('runs so much at once, lets so much wait, and turns the rest away at once', async () => {
    const queue = new WorkQueue({ atOnce: 2, mostWaiting: 1 }, 'busy')
    const done: (() => void)[] = []
    let running = 0
    let most = 0
    const work = () =>
      queue.run(async () => {
        most = Math.max(most, ++running)
        await new Promise<void>((end) => done.push(end))
        running--
        return 'done'
      })
    const [one, two, three] = [work(), work(), work()]
    await expect(work()).rejects.toMatchObject({ status: 503, message: 'busy' })
    done.shift()?.()
    expect(await one).toBe('done')
    await Promise.resolve()
    done.splice(0).forEach((end) => end())
    expect(await two).toBe('done')
    done.splice(0).forEach((end) => end())
    expect(await three).toBe('done')
    expect(most).toBe(2)
  })
  it('gives a turn back when the work fails', async () => {
    const queue = new WorkQueue({ atOnce: 1, mostWaiting: 0 }, 'busy')
    await expect(queue.run(() => Promise.reject(new Error('broken')))).rejects.toThrow('broken')
    expect(await queue.run(() => Promise.resolve(1))).toBe(1)
  })
})

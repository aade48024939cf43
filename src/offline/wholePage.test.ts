import { describe, expect, it } from 'vitest'
import { isWholePage } from './wholePage'

const page = (text: string, status = 200) => new Response(text, { status })

/** A page whose connection is lost on the way. */
const tornPage = () =>
  new Response(
    new ReadableStream({
      start(out) {
        out.enqueue(new TextEncoder().encode('<main id="zone-bench">'))
        out.error(new Error('connection lost'))
      },
    }),
  )

describe('a page that is kept for want of a network', () => {
  it('has the bench, if it is a job’s', async () => {
    expect(await isWholePage('/jobs/1', page('<h1>House</h1><main id="zone-bench">'))).toBe(true)
    expect(await isWholePage('/jobs/1', page('<h1>House</h1><template data-dgst="1"></template>'))).toBe(false)
  })
  it('stays to be read', async () => {
    const kept = page('<main id="zone-bench">')
    await isWholePage('/jobs/1', kept)
    expect(await kept.text()).toBe('<main id="zone-bench">')
  })
  it('came to its end', async () => expect(await isWholePage('/jobs/1', tornPage())).toBe(false))
  it.each([404, 500, 503])('is no answer of %d', async (status) =>
    expect(await isWholePage('/', page('<main id="zone-bench">', status))).toBe(false),
  )
  it('was not sent elsewhere', async () => {
    const elsewhere = Response.redirect('http://127.0.0.1/sign-in', 307)
    expect(await isWholePage('/jobs/1', elsewhere)).toBe(false)
    expect(await isWholePage('/', elsewhere)).toBe(false)
  })
  it('may be the list of jobs, which has no bench', async () => expect(await isWholePage('/', page('<ul>'))).toBe(true))
})

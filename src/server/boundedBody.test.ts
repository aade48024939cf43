import { describe, expect, it } from 'vitest'
import { answer } from './answer'
import { isDatabaseAway } from './databaseFault'
import { boundedBody, boundedForm, boundedJson } from './boundedBody'
import { parseInput } from './parseInput'
import { Problem } from './problem'
import * as yup from 'yup'
import { figure, id, tag, words } from '@/schemas/fields'

const post = (body: BodyInit | null, headers: Record<string, string> = {}) =>
  new Request('http://test.example/api', { method: 'POST', body, headers, duplex: 'half' } as RequestInit)

/** A body of unknown length, as a hostile client may send it. */
const stream = (chunk: Uint8Array, times: number) => {
  let sent = 0
  return new ReadableStream<Uint8Array>({
    pull: (controller) => (sent++ < times ? controller.enqueue(chunk) : controller.close()),
  })
}

describe('a request’s body', () => {
  it('is read to the bound and no further', async () => {
    expect([...(await boundedBody(post(new Uint8Array([1, 2, 3])), 3))]).toEqual([1, 2, 3])
    await expect(boundedBody(post(new Uint8Array(4)), 3)).rejects.toMatchObject({ status: 413 })
    await expect(boundedBody(post(stream(new Uint8Array(1024), 1e9)), 64 * 1024)).rejects.toMatchObject({
      status: 413,
      message: 'That is larger than 64 KB. Nothing was stored.',
    })
  })

  it('is refused by its own header before a byte is read', async () => {
    await expect(boundedBody(post('x', { 'content-length': '99999999' }), 10)).rejects.toMatchObject({ status: 413 })
  })

  it('is JSON in sound UTF-8, or a problem in words', async () => {
    expect(await boundedJson(post('{"a":1}'), 100)).toEqual({ a: 1 })
    await expect(boundedJson(post('{'), 100)).rejects.toMatchObject({ status: 400 })
    await expect(boundedJson(post(new Uint8Array([0x22, 0xff, 0x22])), 100)).rejects.toMatchObject({ status: 400 })
  })

  it('is a form, or a problem in words', async () => {
    const form = new FormData()
    form.set('id', 'x')
    expect((await boundedForm(post(form), 10_000)).get('id')).toBe('x')
    await expect(
      boundedForm(post('no form', { 'content-type': 'multipart/form-data; boundary=q' }), 10_000),
    ).rejects.toMatchObject({ status: 400 })
  })
})

describe('an answer', () => {
  const status = async (work: () => Promise<Response>, request = post('', { 'sec-fetch-site': 'same-origin' })) => {
    const response = await answer(request, work)
    return [response.status, ((await response.json()) as { message: string }).message] as const
  }

  it('gives a problem in its own words and everything else without its insides', async () => {
    expect(
      await status(async () => {
        throw new Problem(409, 'Changed meanwhile.')
      }),
    ).toEqual([409, 'Changed meanwhile.'])
    expect(
      await status(async () => {
        throw new Error('select secret from table')
      }),
    ).toEqual([500, 'Something went wrong on the server. What you entered is kept on this device; try again.'])
  })

  it('says that the database is away', async () => {
    const away = Object.assign(new Error('connect'), { code: 'ECONNREFUSED' })
    expect(isDatabaseAway(new Error('query failed', { cause: away }))).toBe(true)
    expect(
      (
        await status(async () => {
          throw away
        })
      )[0],
    ).toBe(503)
  })

  it('takes no change from another site', async () => {
    const from = (site: string) =>
      status(async () => Response.json({ message: 'done' }), post('', { 'sec-fetch-site': site }))
    expect([(await from('cross-site'))[0], (await from('same-site'))[0], (await from('same-origin'))[0]]).toEqual([
      403, 403, 200,
    ])
  })
})

describe('an input', () => {
  const schema = yup.object({
    id: id().required(),
    powerW: figure('Power').min(0, 'Power must be 0 W or more').required(),
    name: words('Name', 5).default('none'),
    tag: tag().nullable().default(null),
  })
  const good = { id: '018f0000-0000-7000-8000-000000000001', powerW: 3 }

  it('is filled in and stripped of what nobody asked for', () => {
    expect(parseInput(schema, { ...good, admin: true, __proto__: { evil: 1 } })).toEqual({
      ...good,
      name: 'none',
      tag: null,
    })
  })

  it.each([
    [{ ...good, powerW: '3' }, 'powerW', /Power must be a number/],
    [{ ...good, powerW: NaN }, 'powerW', /Power must be/],
    [{ ...good, powerW: Infinity }, 'powerW', /Power must be finite/],
    [{ ...good, powerW: -1 }, 'powerW', /0 W or more/],
    [{ ...good, id: "' or 1=1" }, 'id', /not an id/],
    [{ ...good, name: 'too long' }, 'name', /5 characters at most/],
    [{ ...good, name: 'a\u0000b' }, 'name', /cannot be shown/],
    [{ ...good, name: ' a' }, 'name', /begins or ends with a space/],
    [{ ...good, tag: 'C4!' }, 'tag', /short name of small letters/],
  ])('%j is refused at its field', (input, path, message) => {
    try {
      parseInput(schema, input)
      expect.unreachable()
    } catch (error) {
      expect(error).toMatchObject({
        status: 422,
        issues: expect.arrayContaining([{ path, message: expect.stringMatching(message) }]),
      })
    }
  })

  it.each([null, 5, 'text', [[[]]]])('%j is no input at all, and is not printed back', (input) => {
    expect(() => parseInput(schema, input)).toThrow(Problem)
  })
})

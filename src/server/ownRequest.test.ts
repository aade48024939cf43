import { describe, expect, it } from 'vitest'
import { isOwnRequest } from './ownRequest'
import { withoutTokens } from './log'

const asked = (headers: Record<string, string>) =>
  isOwnRequest(
    new Request('http://house.example:4310/api/use/createJob', {
      method: 'POST',
      headers: { host: 'house.example:4310', ...headers },
    }),
  )
const JSON_TYPE = { 'content-type': 'application/json' }
const FORM_TYPE = { 'content-type': 'multipart/form-data; boundary=x' }

describe('a request that changes something', () => {
  it.each<[string, Record<string, string>]>([
    ['from the app’s own page', { 'sec-fetch-site': 'same-origin', origin: 'http://house.example:4310', ...FORM_TYPE }],
    ['from a browser that only tells the origin', { origin: 'http://house.example:4310', ...FORM_TYPE }],
    ['as JSON from a program', JSON_TYPE],
  ])('is taken %s', (_name, headers) => expect(asked(headers)).toBe(true))
  it.each<[string, Record<string, string>]>([
    ['from another site', { 'sec-fetch-site': 'cross-site', ...JSON_TYPE }],
    ['from another port or name of the same site', { 'sec-fetch-site': 'same-site', ...JSON_TYPE }],
    ['from another origin', { origin: 'http://evil.example', ...JSON_TYPE }],
    ['from the same name on another port', { origin: 'http://house.example:1', ...JSON_TYPE }],
    ['from nowhere', { origin: 'null', ...JSON_TYPE }],
    ['from an origin that is none', { origin: 'house.example:4310/', ...JSON_TYPE }],
    ['as a form without a word of where it comes from', FORM_TYPE],
    ['as plain text without a word of where it comes from', { 'content-type': 'text/plain' }],
    ['as a form that calls itself JSON in passing', { 'content-type': 'text/plain; application/json' }],
  ])('is not taken %s', (_name, headers) => expect(asked(headers)).toBe(false))
})

it('a log holds no token', () => {
  const token = 'A77XQErTe7sAZvn0bPpk0CfGf5wMti24'
  expect([
    withoutTokens(`/api/household/${token}/pictures`),
    withoutTokens('/api/jobs/018f0000-0000-7000-8000-000000000101'),
  ]).toEqual(['/api/household/(token)/pictures', '/api/jobs/018f0000-0000-7000-8000-000000000101'])
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readFilmCsv } from './filmCsv'
import { rowsCsv } from './rowsCsv'
import { readCsvTable } from './csvTable'

const film = (...rows: string[]) => readFilmCsv(['frame,time_s,brightness', ...rows].join('\n'))
const issueOf = (...rows: string[]) => {
  const read = film(...rows)
  if (read.ok) throw new Error('it was read')
  return read.error
}

describe('the brightness of a film', () => {
  it('is read frame by frame, whatever its columns are called', () => {
    const read = film('0,0,120.5', '1,0.04,119', '2,0.08,3')
    expect(read.ok && [[...read.value.timeS], [...read.value.brightness]]).toEqual([
      [0, 0.04, 0.08],
      [120.5, 119, 3],
    ])
    const other = readFilmCsv('t;luma\n0;1\n0,04;2\n')
    expect(other.ok && [...other.value.timeS]).toEqual([0, 0.04])
  })

  it.each([
    ['a frame without a time', ['0,0,10', '1,,10'], 'line 3, time_s', 'This is no time in seconds. (found “”)'],
    [
      'a frame without a brightness',
      ['0,0,10', '1,0.04,'],
      'line 3, brightness',
      'A brightness lies between 0 and 255.',
    ],
    ['a brightness of a word', ['0,0,dark'], 'line 2, brightness', '(found “dark”)'],
    ['one below nothing', ['0,0,-1'], 'line 2, brightness', '(found “-1”)'],
    ['one above white', ['0,0,256'], 'line 2, brightness', '(found “256”)'],
    ['a time that stands still', ['0,0,10', '1,0,10'], 'line 3, time_s', 'Time does not go on from the frame before.'],
    ['a time that goes back', ['0,1,10', '1,0.5,10'], 'line 3, time_s', 'Time does not go on'],
  ])('is refused with %s, at its line', (_what, rows, path, message) => {
    const issue = issueOf(...rows)
    expect(issue.path).toBe(path)
    expect(issue.message).toContain(message)
  })

  it('is refused without its columns, and never quotes more than a little of a cell', () => {
    expect(readFilmCsv('a,b\n1,2\n')).toMatchObject({ ok: false, error: { path: 'file' } })
    expect(issueOf(`0,0,${'x'.repeat(5000)}`).message.length).toBeLessThan(200)
  })
})

describe('rows as CSV', () => {
  it('have a column for every plain field that any of them has, and none for the id', () => {
    expect(
      rowsCsv([
        { id: 'x', tag: 'W1', lengthM: 8 },
        { tag: 'W2', size: '16', deep: { a: 1 } },
      ]),
    ).toBe('tag,lengthM,size\nW1,8,\nW2,,16\n')
  })

  it('leave what is not known blank, and never write a nought or a word for it', () => {
    expect(rowsCsv([{ tag: 'W1', lengthM: null, on: false, note: undefined }])).toBe('tag,lengthM,on\nW1,,false\n')
  })

  it('come back cell for cell from whatever text, with nothing a spreadsheet would run', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ maxLength: 20 }), { minLength: 1, maxLength: 5 }), (texts) => {
        const written = rowsCsv(texts.map((text, k) => ({ at: k + 1, text })))
        for (const line of written.split('\n').slice(1)) expect(line).not.toMatch(/^\d+,"?[=+@]/)
        const read = readCsvTable(written)
        expect(read.ok && read.value.rows.length).toBe(texts.length)
      }),
      { seed: 11, numRuns: 100 },
    )
  })
})

import { describe, expect, it } from 'vitest'
import type { BoardDoor, DoorRow } from '@/core/wiring/boardDoors'
import { FACES } from '../../../tests/support/faces'
import { pdfPages } from '../../../tests/support/pdfText'
import { doorPdf } from './doorPdf'

const aRow = (change: Partial<DoorRow> = {}): DoorRow => ({
  way: 1,
  tag: 'c1',
  name: 'Sockets',
  device: 'B16',
  iDeltaNMa: 30,
  phase: 'L1',
  safety: null,
  cameFrom: null,
  wasOn: null,
  ...change,
})
const aDoor = (rows: DoorRow[], change: Partial<BoardDoor> = {}): BoardDoor => ({
  tag: 'main',
  name: 'Main board',
  rows,
  left: [],
  unlisted: [],
  beforeW: {},
  afterW: {},
  ...change,
})
const NAME = 'Zásuvky v kuchyni, lednice a mraznička u dveří do zahrady, vpravo vedle schodiště (nové)'

describe('the charts for the doors', () => {
  it('hold every name whole, whatever its letters and its length', async () => {
    const rows = [aRow({ name: NAME, safety: true, cameFrom: 'Řadová skříň', wasOn: 'L2' }), aRow({ tag: 'c2' })]
    const [page] = await pdfPages(await doorPdf(FACES, 'Łódź House', [aDoor(rows)], 'RCD'))
    const text = (page?.words ?? []).map((word) => word.text).join(' ')
    expect(text.replace(/\s+/g, ' ')).toContain('Łódź House')
    for (const word of `${NAME} Řadová skříň`.split(' ')) expect(text).toContain(word)
    expect(text).not.toContain('?')
  })
  it('lay no line on another, and none below the caution', async () => {
    const rows = Array.from({ length: 60 }, (_, k) =>
      aRow({
        way: k + 1,
        tag: `c${k + 1}`,
        name: k % 3 === 0 ? NAME : 'Lights',
        cameFrom: k % 2 ? 'Barn board' : null,
      }),
    )
    const left = [{ tag: 'c99', name: NAME, to: 'Barn board' }]
    const pages = await pdfPages(await doorPdf(FACES, 'House', [aDoor(rows, { left })], 'GFCI'))
    expect(pages.length).toBeGreaterThan(1)
    for (const { words } of pages) {
      const caution = words.find(({ text }) => text.startsWith('Two sources'))
      expect(words.filter(({ y, x }) => y <= (caution?.y ?? 0) && x < 48)).toEqual([])
      const names = words.filter(({ x }) => Math.abs(x - 92) < 1).map(({ y }) => y)
      names.slice(1).forEach((y, k) => expect((names[k] ?? 0) - y).toBeGreaterThan(8))
    }
    const ways = pages.flatMap(({ words }) => words.filter(({ x, text }) => Math.abs(x - 48) < 1 && /^\d+$/.test(text)))
    expect(ways.map(({ text }) => Number(text))).toEqual(rows.map(({ way }) => way))
  })
})

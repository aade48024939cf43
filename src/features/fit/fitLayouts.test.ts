import { describe, expect, it } from 'vitest'
import { clockText } from '@/core/fit/clockText'
import { wallsOfInstallation } from '@/core/fit/wallOfInstallation'
import { aFitUnit, aWall, anObstacle, fitItem, house } from '../../../tests/support/house'
import { whenWords } from './whenWords'
import { placeWords } from './placeWords'
import { dayStrips } from './dayLayout'
import { trunkingLine, wallLayout } from './wallLayout'

const PEOPLE = [
  { id: 'p1', licensed: true, fromMin: 450, toMin: 1020 },
  { id: 'p2', licensed: false, fromMin: 480, toMin: 960 },
]
const planned = [
  { id: 't1', startMin: 480, endMin: 540, people: ['p1', 'p2'] },
  { id: 't2', startMin: 1440 + 480, endMin: 1440 + 510, people: ['p2'] },
]

describe('a wall on the page', () => {
  it('keeps its proportions, its floor at the foot and ticks each half metre', () => {
    const layout = wallLayout({ widthMm: 4000, ceilingMm: 2400 }, 760)
    expect(layout.x(4000) - layout.x(0)).toBeCloseTo(4000 * layout.pxPerMm, 6)
    expect(layout.y(0) - layout.y(2400)).toBeCloseTo(2400 * layout.pxPerMm, 6)
    expect(layout.y(0)).toBeGreaterThan(layout.y(2400))
    expect(layout.widthPx).toBeLessThanOrEqual(760)
    expect([layout.ticksX.length, layout.ticksY.at(-1)]).toEqual([9, 2000])
  })
  it('grows no taller than the bench, however high the wall', () => {
    expect(wallLayout({ widthMm: 3000, ceilingMm: 9000 }, 760).heightPx).toBeLessThan(500)
  })
  it('draws trunking at right angles, nearest unit first', () => {
    const [judged] = wallsOfInstallation(
      house({
        fit: [
          aWall(),
          aFitUnit({ xMm: 3000, yMm: 500 }),
          { ...aFitUnit({ xMm: 1000, yMm: 500 }), tag: 'u2' } as ReturnType<typeof aFitUnit>,
        ],
      }),
    )
    if (!judged) throw new Error('no wall')
    const line = trunkingLine(judged)
    expect(line.slice(1).every((point, k) => point.xMm === line[k]?.xMm || point.yMm === line[k]?.yMm)).toBe(true)
    expect(line[2]?.xMm).toBe(1300)
    expect(line.at(-1)).toEqual({ xMm: 3300, yMm: 500 })
  })
  it('says what is wrong with a place in words of the wall', () => {
    const says = (change: object, ...others: ReturnType<typeof aWall>[]) => {
      const unit = wallsOfInstallation(house({ fit: [aWall(), ...others, aFitUnit(change)] }))[0]?.units[0]
      return unit ? placeWords(unit) : ''
    }
    expect(says({})).toBe('Not placed yet.')
    expect(says({ xMm: 50, yMm: 600 })).toBe(
      '50 mm short of the left end; no board known to be non-combustible behind it.',
    )
    expect(says({ xMm: 1000, yMm: 1700, displayMm: 700 })).toContain('300 mm short of the ceiling')
    expect(says({ xMm: 1000, yMm: 1300, displayMm: 700 })).toContain('display out of reach (450–1 800 mm)')
    expect(
      says(
        { xMm: 1000, yMm: 600 },
        fitItem('board', 'bb1', {
          wallTag: 'wall1',
          xMm: 950,
          yMm: 400,
          widthMm: 750,
          heightMm: 1200,
          nonCombustible: true,
          marginMm: 100,
          material: null,
        }),
      ),
    ).toBe('backing board short: left 50 mm.')
    expect(
      says({ xMm: 1000, yMm: 1000 }, anObstacle({ obstacle: 'pipe', xMm: 900, yMm: 1000, widthMm: 50 })),
    ).toContain('short of o1')
  })
})

describe('a day on the page', () => {
  const strips = dayStrips({ planned, powerOff: [{ fromMin: 500, toMin: 530 }] }, PEOPLE, 740)
  it('has a strip for each day with work, a bar in the lane of everybody on a task', () => {
    expect(strips.map(({ day }) => day)).toEqual([0, 1])
    expect(strips[0]?.bars.map(({ task, lane }) => [task.id, lane])).toEqual([
      ['t1', 0],
      ['t1', 1],
    ])
    expect(strips[1]?.bars.map(({ task, lane }) => [task.id, lane])).toEqual([['t2', 1]])
    expect([strips[0]?.off.length, strips[1]?.off.length]).toEqual([1, 0])
  })
  it('turns places into minutes and back, the same hour at the same place on every day', () => {
    const [first, second] = strips
    if (!first || !second) throw new Error('no strips')
    for (const minutes of [450, 600, 777]) expect(first.minutesAt(first.x(minutes))).toBeCloseTo(minutes, 6)
    expect(second.x(1440 + 600)).toBeCloseTo(first.x(600), 6)
    expect(first.hours.map(({ label }) => label).slice(0, 2)).toEqual(['7', '8'])
    expect(first.bars[0]?.width).toBeCloseTo(first.x(540) - first.x(480), 6)
  })
  it('is empty for nobody, and one empty strip for nothing', () => {
    expect(dayStrips({ planned: [], powerOff: [] }, [], 740)).toEqual([])
    expect(dayStrips({ planned: [], powerOff: [] }, PEOPLE, 740)).toMatchObject([{ day: 0, bars: [] }])
  })
  it('writes times with their day', () => {
    expect([clockText(0), clockText(545), clockText(1440 + 60), whenWords(600), whenWords(1440 + 600)]).toEqual([
      '00:00',
      '09:05',
      '01:00',
      '10:00',
      '10:00 on day 2',
    ])
  })
})

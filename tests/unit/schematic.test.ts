import ELK from 'elkjs/lib/elk.bundled.js'
import { describe, expect, it } from 'vitest'
import { liveState } from '@/core/wiring/liveState'
import { faultPath } from '@/core/wiring/faultPath'
import type { GridState, InstallationGraph } from '@/core/wiring/installationGraph'
import { type SchematicPlaces, elkGraph, placesOf } from '@/core/wiring/schematic/elkGraph'
import { type FarWords, farWords } from '@/core/wiring/schematic/farWords'
import { schematicDrawing } from '@/core/wiring/schematic/schematicDrawing'
import { CONDUCTOR_LAYERS, type DrawingOptions, besides } from '@/core/wiring/schematic/schematicPen'
import { schematicModel } from '@/core/wiring/schematic/schematicModel'
import { CHARACTER_WIDTH, SIZE, type SchematicModel } from '@/core/wiring/schematic/schematicPart'
import { wrapped } from '@/core/wiring/schematic/textWidth'
import { SCHEMES, choicesOfPlan } from '@/core/wiring/topology/topologyChoices'
import { startingTopology } from '@/core/wiring/topology/startingTopology'
import { applyEdit } from '@/core/wiring/edits/applyEdit'
import { schematicPdf } from '@/features/wire/schematicPdf'
import { schematicSvg } from '@/look/schematicSvg'
import { PDFDocument } from 'pdf-lib'
import { FACES } from '../support/faces'
import { aCircuit, house } from '../support/house'

const engine = new ELK()
const laidOut = async (model: SchematicModel): Promise<SchematicPlaces> =>
  placesOf(await engine.layout(elkGraph(model)))
const withCircuits = (n: number, scheme: (typeof SCHEMES)[number] = 'wholeHome') => {
  const home = house({
    circuits: Array.from({ length: n }, (_, k) =>
      aCircuit({ id: `k${k}`, tag: `c${k + 1}`, name: `Circuit with a long name ${k + 1}` }),
    ),
    loads: [],
  })
  return startingTopology(home, { ...choicesOfPlan(home), scheme, generatorInlet: true })
}
const plain: DrawingOptions = {
  layers: CONDUCTOR_LAYERS,
  danger: new Set(),
  chosen: new Set(),
  fault: null,
  crossed: new Map(),
  changes: new Map(),
  remarks: new Map(),
  safety: new Set(),
}
const draw = async (
  graph: InstallationGraph,
  gridState: GridState = 'healthy',
  options: Partial<DrawingOptions> = {},
) => {
  const model = schematicModel(graph)
  const places = await laidOut(model)
  return {
    model,
    places,
    groups: schematicDrawing(graph, model, places, liveState(graph, graph.plan.asLeft, gridState), {
      ...plain,
      ...options,
    }),
  }
}
const inks = (shapes: readonly { kind: string; ink: string }[]) =>
  new Set(shapes.filter(({ kind }) => kind === 'line').map(({ ink }) => ink))

describe('the layout', () => {
  for (const scheme of SCHEMES)
    it(`${scheme}: everything has a place of its own, from the street to the loads`, async () => {
      const graph = withCircuits(6, scheme)
      const { model, places } = await draw(graph)
      expect(Object.keys(places.parts).sort()).toEqual(model.parts.map(({ id }) => id).sort())
      for (const { id } of model.wires) expect(places.wires[id]?.length, id).toBeGreaterThan(1)
      const boxes = model.parts.map((part) => ({
        id: part.id,
        ...places.parts[part.id]!,
        width: part.width,
        height: part.height,
      }))
      for (const [k, a] of boxes.entries())
        for (const b of boxes.slice(k + 1))
          expect(
            a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y,
            `${a.id} over ${b.id}`,
          ).toBe(true)
      const xOf = (node: string) =>
        places.parts[model.parts.find((part) => part.kind === 'place' && part.node.id === node)!.id]!.x
      for (const { id, kind } of graph.nodes) if (kind === 'load') expect(xOf(id)).toBeGreaterThan(xOf('supply'))
    })

  it('is readable at 40 components in the room a bench has', async () => {
    const { model, places } = await draw(withCircuits(12))
    expect(model.parts.length).toBeGreaterThanOrEqual(40)
    // the bench is about 780 px wide; names are 11 units high
    expect(780 / places.width).toBeGreaterThan(0.6)
  })

  it('stays as it is when one thing changes: a circuit more moves none of the others past each other or to another column', async () => {
    const [before, after] = [await draw(withCircuits(6)), await draw(withCircuits(7))]
    const columns = ({ model, places }: typeof before) =>
      new Map(
        model.parts.flatMap((part) =>
          part.kind === 'device'
            ? [[part.deviceId, places.parts[part.id]!] as const]
            : part.kind === 'place'
              ? [[part.node.id, places.parts[part.id]!] as const]
              : [],
        ),
      )
    const [old, now] = [columns(before), columns(after)]
    const ids = [...old.keys()]
    const order = (at: typeof old) =>
      ids
        .map((id) => at.get(id)!)
        .map(({ x }) => x)
        .map((x, _k, all) => [...new Set(all)].sort((a, b) => a - b).indexOf(x))
    expect(order(now)).toEqual(order(old))
    const circuits = ids.filter((id) => id.startsWith('circuit.'))
    const down = (at: typeof old) => [...circuits].sort((a, b) => at.get(a)!.y - at.get(b)!.y)
    expect(down(now)).toEqual(down(old))
  })

  it('keeps a loose end and a second thing of one name in the drawing', async () => {
    const loose = applyEdit(withCircuits(1), { kind: 'remove', id: 'home' })
    const twice = { ...loose, nodes: [...loose.nodes, { ...loose.nodes[1]! }] }
    const { model, groups } = await draw(twice)
    expect(model.parts.filter(({ kind }) => kind === 'loose').length).toBeGreaterThan(1)
    expect(groups.some(({ role, title }) => role === 'loose' && /ends nowhere: home/.test(title))).toBe(true)
    expect(groups.filter(({ thing }) => thing === 'intake')).toHaveLength(2)
  })
})

describe('the drawing', () => {
  it('colours by what feeds: the street, a source of the house, both, or nothing', async () => {
    const graph = withCircuits(2)
    const tails = async (of: InstallationGraph, gridState: GridState, positions = of.plan.asLeft) => {
      const model = schematicModel(of)
      return inks(
        schematicDrawing(of, model, await laidOut(model), liveState(of, positions, gridState), {
          ...plain,
          layers: ['live'],
        })
          .filter(({ role, thing }) => role === 'wire' && thing === 'way.c1')
          .flatMap(({ shapes }) => shapes as { kind: string; ink: string }[]),
      )
    }
    expect([
      await tails(graph, 'healthy'),
      await tails(graph, 'dead'),
      await tails(graph, 'healthy', { ...graph.plan.asLeft, 'switch.c1': 'off', generatorChangeover: '0' }),
    ]).toEqual([new Set(['grid']), new Set(['island']), new Set(['rule2'])])
    const joined = { ...graph, interlocks: [] }
    expect(await tails(joined, 'healthy', { ...graph.plan.asLeft, gatewayInlet: 'off', bypass: 'on' })).toEqual(
      new Set(['stop']),
    )
  })
  it('draws each conductor that is asked for, and says of each thing what it is and how it stands', async () => {
    const graph = withCircuits(1)
    const { groups } = await draw(graph)
    expect(groups.find(({ thing, role }) => thing === 'main' && role === 'device')).toMatchObject({
      title: 'Main switch, at on. Click to move it',
      isSwitch: true,
    })
    expect(groups.find(({ thing, role }) => thing === 'contactor' && role === 'device')?.title).toBe(
      'Islanding contactor, at closed, moves by itself',
    )
    expect(groups.find(({ role, thing }) => role === 'bond' && thing === 'relayBond')?.title).toMatch(
      /neutral–earth bond, open, made by a relay/,
    )
    const wire = async (layers: DrawingOptions['layers']) =>
      inks(
        (await draw(graph, 'healthy', { layers })).groups.find(({ key }) => key.startsWith('w') && key.endsWith('a'))!
          .shapes as { kind: string; ink: string }[],
      )
    expect([await wire(['live', 'neutral', 'protective']), await wire(['protective']), await wire([])]).toEqual([
      new Set(['grid', 'neutral', 'earth']),
      new Set(['earth']),
      new Set(),
    ])
  })
  it('lights up a danger, a fault path, a crossed run, a change and a remark', async () => {
    const graph = withCircuits(1)
    const fault = faultPath(graph, liveState(graph, graph.plan.asLeft, 'dead'), 'circuit.c1')
    const { groups } = await draw(graph, 'dead', {
      danger: new Set(['bypass']),
      fault,
      crossed: new Map([['w1', 'w2']]),
      changes: new Map([
        ['feed', 'changed'],
        ['bypassLink', 'gone'],
      ]),
      remarks: new Map([['home', 'Look here.']]),
    })
    const texts = groups.flatMap(({ shapes }) => shapes.flatMap((shape) => (shape.kind === 'text' ? [shape.text] : [])))
    expect(texts).toEqual(expect.arrayContaining(['≠ w1 × w2', '!']))
    expect(
      groups
        .find(({ thing, role }) => thing === 'bypass' && role === 'device')
        ?.shapes.some((shape) => shape.kind === 'rect' && shape.ink === 'stop'),
    ).toBe(true)
    expect(
      groups
        .filter(({ thing, role }) => role === 'wire' && thing === 'way.c1')
        .some(({ shapes }) => shapes.some((shape) => shape.kind === 'line' && shape.ink === 'stop')),
    ).toBe(true)
    expect(groups.find(({ thing, role }) => thing === 'home' && role === 'place')?.title).toMatch(/Look here\.$/)
  })
  it('moves a bent line to the side without parting its corners', () => {
    expect(
      besides(
        [
          { x: 0, y: 0 },
          { x: 10, y: 0 },
          { x: 10, y: 10 },
        ],
        2,
      ).map(({ x, y }) => ({ x: x + 0, y })),
    ).toEqual([
      { x: 0, y: 2 },
      { x: 8, y: 2 },
      { x: 8, y: 10 },
    ])
    expect(
      besides(
        [
          { x: 0, y: 0 },
          { x: 10, y: 0 },
        ],
        0,
      ),
    ).toEqual([
      { x: 0, y: 0 },
      { x: 10, y: 0 },
    ])
  })
  it.each([
    ['Gateway, street side', 15, ['Gateway, street', 'side']],
    ['', 10, []],
    ['Supercalifragilistic', 10, ['Supercalifr…']],
    ['One two three four five six', 8, ['One two', 'three…']],
  ] as const)('writes “%s” on two lines at most', (name, most, lines) => {
    expect(wrapped(name, most)).toEqual(lines)
  })
  it('is the same on screen, in SVG and in PDF, with names that would be markup kept as text', async () => {
    const graph = applyEdit(withCircuits(2), {
      kind: 'changePlace',
      id: 'home',
      change: { name: '<b>Board & co</b> Ω' },
    })
    const { groups, places } = await draw(graph)
    const svg = schematicSvg('House "A" & <co>', groups, places, ['A note'])
    expect(svg).not.toMatch(/<b>|<co>/)
    expect(svg.match(/data-thing=/g)).toHaveLength(groups.length)
    const pdf = await PDFDocument.load(
      await schematicPdf(FACES, 'House A', groups, places, ['A note – with “signs” −']),
    )
    expect([pdf.getPageCount(), Math.round(pdf.getPage(0).getWidth()), Math.round(pdf.getPage(0).getHeight())]).toEqual(
      [1, 842, 595],
    )
  })
})

describe('a circuit with an alarm, a freezer or medical equipment', () => {
  it('has a tag on its corner, and says so in words; no other has one', async () => {
    const { groups } = await draw(withCircuits(2), 'healthy', { safety: new Set(['circuit.c2']) })
    const of = (thing: string) => groups.find((group) => group.thing === thing && group.role === 'place')
    const tags = (thing: string) => of(thing)?.shapes.filter((shape) => shape.kind === 'text' && shape.text === 'S')
    expect([tags('circuit.c1')?.length, tags('circuit.c2')?.length]).toEqual([0, 1])
    expect(of('circuit.c2')?.title).toContain('medical equipment is on it')
    expect(of('circuit.c1')?.title).not.toContain('medical')
  })
})

describe('words from afar', () => {
  const SCALES = [0.9, 0.6, 0.4, 0.2]
  const wordsOf = ({ lines }: FarWords) => lines.map(({ text }) => text).join(' ')

  it.each(SCALES)(
    'at %f of its size all have their own size on the screen, and none lies on another',
    async (scale) => {
      const { groups } = await draw(withCircuits(12))
      const words = farWords(groups, scale)
      const rightmost = Math.max(...groups.map(({ box }) => box.x + box.width))
      expect(words.length).toBeGreaterThan(0)
      const rooms = words.map(({ at, lines, grown }) => {
        const width = Math.max(...lines.map(({ text }) => text.length)) * CHARACTER_WIDTH * grown
        const left = at.x - (lines[0]?.anchor === 'middle' ? width / 2 : 0)
        return { left, right: left + width, top: at.y - lines.length * SIZE.label * grown, bottom: at.y }
      })
      for (const { left, right } of rooms) {
        expect(left).toBeGreaterThan(-1e-9)
        expect(right).toBeLessThan(rightmost + 1e-9)
      }
      for (const [k, a] of rooms.entries())
        for (const b of rooms.slice(k + 1))
          expect(a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom).toBe(false)
      for (const { lines, grown } of words)
        for (const { size } of lines) expect(size * grown * scale).toBeGreaterThan(11.9)
    },
  )

  it('within a load end where its room does, or are left out', async () => {
    const { groups } = await draw(withCircuits(12))
    const load = groups.find(({ thing, role }) => thing === 'circuit.c1' && role === 'place')!
    const within = (scale: number) =>
      farWords([load], scale).flatMap(({ lines, grown, at }) =>
        lines.map(({ text }) => ({ text, right: at.x + text.length * CHARACTER_WIDTH * grown })),
      )
    for (const scale of [1, ...SCALES])
      for (const { right } of within(scale)) expect(right).toBeLessThanOrEqual(load.box.x + load.box.width)
    expect(within(0.6).map(({ text }) => text)).toEqual([expect.stringMatching(/^Circuit.*…$/)])
    expect(within(0.15)).toEqual([])
  })

  it('are fewer the farther, and sources and boards keep theirs before switches', async () => {
    const { groups } = await draw(withCircuits(12))
    const shown = SCALES.map((scale) => new Set(farWords(groups, scale).map(wordsOf)))
    const sizes = shown.map(({ size }) => size)
    expect(sizes).toEqual([...sizes].sort((a, b) => b - a))
    expect(sizes[3]).toBeLessThan(sizes[0]!)
    const keys = (of: typeof groups, scale: number) => farWords(of, scale).map(({ key }) => key)
    const first = groups.filter(({ role }) => role === 'place' || role === 'source')
    for (const scale of SCALES) expect(keys(groups, scale)).toEqual(expect.arrayContaining(keys(first, scale)))
  })

  it('are those of what is chosen first, however far, and never a part of a symbol', async () => {
    const { groups: plainly } = await draw(withCircuits(12))
    const devices = plainly.filter(({ role }) => role === 'device').slice(0, 5)
    expect(devices).toHaveLength(5)
    for (const { thing } of devices) {
      const { groups } = await draw(withCircuits(12), 'healthy', { chosen: new Set([thing]) })
      const own = groups.find((group) => group.thing === thing && group.role === 'device')!
      const hasName = own.shapes.some((shape) => shape.kind === 'text' && !shape.isSign)
      const words = farWords(groups, 0.2)
      expect(
        words.some(({ key }) => key.startsWith(`${own.key} `)),
        thing,
      ).toBe(hasName)
      expect(words.flatMap(({ lines }) => lines).filter(({ isSign }) => isSign)).toEqual([])
    }
  })
})

import { readFileSync, readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { pointsOf } from '@/core/evidence/points'
import { instrumentFor } from '@/core/evidence/instrumentFor'
import { readQuickLine } from '@/core/evidence/quickLine'
import type { Installation, Instrument } from '@/core/installation/installation'
import { NO_WIRING } from '@/core/installation/wiring'
import { analyseRecording } from '@/core/outage/analyseRecording'
import { readRecording } from '@/core/outage/readRecording'
import { RULE_PACKS } from '@/core/rules/packs'
import { isKeepRequest } from '@/offline/messages'
import { aCircuit, aRun, anElectrode } from '../support/house'
import { type FitFromPlan, type ScenarioThing, fitOfPlan } from '@/jobFile/fitOfPlan'

const folder = fileURLToPath(new URL('../../demo/', import.meta.url))
const json = <T>(path: string) => JSON.parse(readFileSync(folder + path, 'utf8')) as T
const { instruments, people } = json<{ instruments: Instrument[]; people: { email: string }[] }>('crew.json')

describe.each(readdirSync(`${folder}jobs`))('the demo’s %s', (file) => {
  const scenario = json<
    Omit<Installation, 'fit'> & {
      fit: ScenarioThing[]
      fitFromPlan?: FitFromPlan
      readings: { line: string; with?: string }[]
      recordings: { file: string }[]
    }
  >(`jobs/${file}`)
  const asItems = (things: readonly ScenarioThing[]) =>
    things.map(({ kind, tag, name, ...detail }, sort) => ({
      id: `${kind}-${tag}`,
      kind,
      tag,
      name,
      sort,
      detail,
    })) as unknown as Installation['fit']
  const survey = asItems(scenario.survey as unknown as ScenarioThing[]) as unknown as Installation['survey']
  const written: Installation = {
    ...scenario,
    survey,
    circuits: scenario.circuits.map((one) => aCircuit(one)),
    runs: scenario.runs.map((one) => aRun(one)),
    electrodes: scenario.electrodes.map((one) => anElectrode(one)),
    fit: asItems(scenario.fit),
    jobId: 'x',
    checksAsOf: null,
    promises: [],
    chosenSchool: null,
    schoolReason: null,
    wiring: NO_WIRING,
    coreColours: {},
    ownLimits: [],
  }
  const installation: Installation = scenario.fitFromPlan
    ? { ...written, fit: asItems([...scenario.fit, ...fitOfPlan(written, scenario.fitFromPlan)]) }
    : written
  const points = pointsOf(installation)

  it('can be typed on the quick line, every line of it', () => {
    for (const { line, with: tool } of scenario.readings) {
      const inHand = instruments.filter(({ tag }) => tag === tool).map(({ id }) => id)
      const state = readQuickLine(line, {
        points,
        mode: 'grid',
        instrumentFor: (measures) => instrumentFor(instruments, inHand, measures),
      })
      expect(state.kind, `“${line}”`).toBe('ready')
    }
  })

  it('has recordings that hold a gap', () => {
    for (const { file: name } of scenario.recordings) {
      const { analysis } = analyseRecording(
        readRecording([{ name, bytes: new Uint8Array(readFileSync(`${folder}recordings/${name}`)) }]),
        RULE_PACKS[scenario.packId],
      )
      expect(analysis.gap?.longestPhaseMs, name).toBeGreaterThan(5)
    }
  })

  it('uses each short name once', () => {
    for (const list of [scenario.loads, scenario.components, scenario.circuits, scenario.runs, scenario.electrodes]) {
      const tags = list.map(({ tag }) => tag)
      expect(new Set(tags).size).toBe(tags.length)
    }
  })
})

it('has people nowhere but in the reserved domain', () => {
  for (const { email } of people) expect(email).toMatch(/@[\w-]+\.example$/)
})

it('takes only a sound request to keep a page', () => {
  expect(isKeepRequest({ kind: 'keep', page: 'http://x/', assets: ['http://x/a.js'] })).toBe(true)
  for (const message of [
    null,
    5,
    { kind: 'keep' },
    { kind: 'keep', page: 'x', assets: [5] },
    { kind: 'keep', page: 'x', assets: Array(501).fill('a') },
  ])
    expect(isKeepRequest(message)).toBe(false)
})

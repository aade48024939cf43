import type { Component } from '../../installation/installation'
import { checksFamily } from '../checks'

/** W-4: both DC poles of every battery stand apart from earth, read before it meets its inverter. */
export const batteryInsulation = checksFamily<Component>({
  id: 'batteryInsulation',
  since: '2026-11-26',
  place: 'deadTests',
  view: 'wire.dead',
  precedes: ['firstLive.dead'],
  waitsFor: null,
  restsOn: [],
  proves: [],
  code: 'W-4',
  things: ({ components }) => components.filter(({ kind }) => kind === 'battery'),
  key: ({ tag }) => `wire.dead.battery.${tag}`,
  text: ({ tag, name }, _installation, { words }) => ({
    subject: tag,
    componentTag: tag,
    label: `${name}: insulation of its DC poles to ${words.earth}`,
    why: 'A pole that touches its case waits for the second fault. Test at the voltage the maker’s manual allows, and at no other.',
  }),
  checks: ({ tag }, { limits, words }) => [
    {
      id: 'insulation',
      label: `Insulation, both DC poles to ${words.earth}`,
      path: ['ir', tag],
      asks: {
        kind: 'figure',
        unit: 'MΩ',
        measures: 'insulation',
        least: limits.batteryInsulationMin,
        from: 'the rule pack',
      },
    },
  ],
})

import type { WarningTexts } from '../warningTexts'

/** Warnings as the IEC packs word them: black on yellow, no signal word. */
export const IEC_WARNINGS: WarningTexts = {
  signalWord: null,
  band: '#f2c200',
  texts: {
    twoSources: {
      head: 'Two sources of supply',
      lines: [
        'Live from the street and from {sources}.',
        'Isolate every source, lock off and prove dead before work. Schematic: see the document pocket.',
      ],
    },
    batteryHere: {
      head: 'Battery system in this room',
      lines: ['Terminals cannot be switched off.', 'In a fire or after water: keep out, do not open, call for help.'],
    },
    staysLive: {
      head: 'Live when the street is dark',
      lines: ['The circuits of this {board} are fed from {sources} in an outage.'],
    },
    stillCharged: {
      head: 'Charged after switching off',
      lines: ['Wait as long as the maker’s manual says, then prove dead, before a cover is opened.'],
    },
    daylight: {
      head: 'PV: live in daylight',
      lines: ['The DC side of {pv} stays live whatever is switched off.'],
    },
    joinedHere: {
      head: 'Neutral and earth are joined here in an outage',
      lines: ['Make no other join of neutral and earth in this house.'],
    },
    keepEarth: {
      head: 'Safety earth connection – do not remove',
      lines: ['The island’s earth ({electrode}). Clamp the conductor for current before it is opened.'],
    },
    leaveAlone: {
      head: 'Metal outdoors: do not reset by yourself',
      lines: ['If it tripped or the metal tingles, keep away and call.'],
    },
    normalPosition: { head: '{device}', lines: ['Leave in: {position}', 'Positions: {positions}'] },
  },
}

/** Warnings as the split-phase pack words them: a signal word on orange. */
export const NA_WARNINGS: WarningTexts = {
  signalWord: 'WARNING',
  band: '#f08a24',
  texts: {
    twoSources: {
      head: 'Multiple sources of power',
      lines: [
        'Energized from the utility and from {sources}.',
        'Open and lock every disconnect and verify absence of voltage before servicing. One-line diagram: document pocket.',
      ],
    },
    batteryHere: {
      head: 'Energy storage system in this room',
      lines: [
        'Terminals stay energized.',
        'In a fire or after flooding: keep out, do not open, call the fire department.',
      ],
    },
    staysLive: {
      head: 'Energized during a utility outage',
      lines: ['The circuits of this panel are supplied from {sources} when the utility is out.'],
    },
    stillCharged: {
      head: 'Charged after disconnecting',
      lines: ['Wait as long as the maker’s manual says and verify absence of voltage before opening a cover.'],
    },
    daylight: {
      head: 'PV: energized in daylight',
      lines: ['The DC side of {pv} stays energized whatever is switched off.'],
    },
    joinedHere: {
      head: 'Neutral is bonded to ground here in island mode',
      lines: ['Make no other neutral-to-ground bond in this house.'],
    },
    keepEarth: {
      head: 'Grounding electrode connection – do not remove',
      lines: ['The island’s ground ({electrode}). Clamp the conductor for current before it is opened.'],
    },
    leaveAlone: {
      head: 'Metal outdoors: do not reset by yourself',
      lines: ['If it tripped or the metal tingles, keep away and call.'],
    },
    normalPosition: { head: '{device}', lines: ['Leave in: {position}', 'Positions: {positions}'] },
  },
}

import type { RcdDevice } from '@/core/earthing/residualCurrentTrip'
import { RESIDUAL_TYPES } from '@/core/plan/sourceSideDevice'
import type { RulePack } from '@/core/rules/rulePack'
import { type ItemField, NAME, PHASES, TAG, TORQUE, figure, same, severalPhases } from './itemField'

const DEVICE_WORDS: Readonly<Record<RcdDevice, string>> = {
  general: 'general type',
  delayed: 'delayed type (S)',
  gfciA: 'class A',
}
/** Devices that are sold with a pack; the form begins with the first, which is none until its rating is read. */
const devicesIn = ({ id }: RulePack): RcdDevice[] => (id === 'na-split-240' ? ['gfciA'] : ['general', 'delayed'])
const firstDevice = (pack: RulePack): RcdDevice => devicesIn(pack)[0] ?? 'general'

/** A final circuit: its device, its board and phase, and where it was found. */
export const CIRCUIT_FIELDS: readonly ItemField[] = [
  NAME,
  TAG,
  {
    name: 'device',
    label: 'Residual-current device',
    kind: 'choice',
    options: DEVICE_WORDS,
    inPack: (pack) => ({
      label: pack.words.residualCurrentDeviceShort,
      options: Object.fromEntries(devicesIn(pack).map((device) => [device, DEVICE_WORDS[device]])),
    }),
    first: firstDevice,
  },
  figure('iDeltaNMa', 'Rated residual current', 'mA', {
    above: 0,
    max: 3000,
    hint: 'as printed on it; blank where there is no such device',
  }),
  {
    name: 'residualType',
    label: 'Its residual-current type',
    kind: 'choice',
    optional: true,
    options: same(RESIDUAL_TYPES),
    hint: 'as printed on it; what is behind it decides which is needed',
    inPack: ({ residualTypes }) => (residualTypes ? {} : null),
  },
  {
    name: 'residualTag',
    label: 'Behind a shared device',
    kind: 'tag',
    optional: true,
    hint: 'its short name; blank where it has one for itself',
  },
  figure('breakerA', 'Rating of its breaker or fuse', 'A', { above: 0, max: 1000 }),
  {
    name: 'curve',
    label: 'Curve',
    kind: 'text',
    optional: true,
    max: 2,
    inPack: ({ breakerCurves }) => (breakerCurves.length > 0 ? { kind: 'choice', options: same(breakerCurves) } : null),
  },
  figure('instantaneousMultiple', 'Trips at once at', '', {
    above: 0,
    max: 50,
    hint: 'times its rating, as its maker declares',
    inPack: ({ breakerCurves }) => (breakerCurves.length === 0 ? {} : null),
  }),
  {
    name: 'phase',
    label: 'Phase',
    kind: 'choice',
    options: PHASES,
    absent: 'all',
    inPack: severalPhases,
  },
  { name: 'boardTag', label: 'On board', kind: 'tag', optional: true, refersTo: 'board' },
  figure('way', 'Way on that board', '', { min: 1, max: 400, hint: 'as numbered on the board' }),
  {
    name: 'foundBoardTag',
    label: 'Found on board',
    kind: 'tag',
    optional: true,
    refersTo: 'board',
    hint: 'only where this job moves it',
  },
  {
    name: 'foundPhase',
    label: 'Found on phase',
    kind: 'choice',
    optional: true,
    options: PHASES,
    inPack: severalPhases,
    hint: 'only where this job moves it',
  },
  TORQUE,
  { name: 'backedUp', label: 'Backed up', kind: 'flag', first: () => true },
  {
    name: 'safety',
    label: 'Alarm, freezer or medical equipment on it',
    kind: 'flag',
    optional: true,
  },
]

import { type Waveform, waveformBand, waveformTrip, waveformsOf } from '../../earthing/waveformTrip'
import { type ResidualDevice, residualDeviceName, residualDevicesInIsland } from '../../installation/residualDevices'
import { formatNumber } from '../../quantity/formatQuantity'
import type { RulePack } from '../../rules/rulePack'
import type { Verdict } from '../../rules/verdict'
import type { PointFamily } from '../family'
import type { EvidenceContext, Judgement, Point, Slot } from '../point'
import { afterCalibration, slotReadings } from '../slotReadings'
import { withinSentence } from '../../withinSentence'
import { listed } from '../../listed'

type Mode = 'grid' | 'island'

const WORDS: Readonly<Record<Waveform, { path: string; label: string }>> = {
  pulsatingPlus: { path: 'plus', label: 'Pulsating direct current, positive half-waves' },
  pulsatingMinus: { path: 'minus', label: 'Pulsating direct current, negative half-waves' },
  smooth: { path: 'smooth', label: 'Smooth direct current' },
}
const NO_TRIP = { none: ['none', 'notrip'] } as const

/** Devices whose type asks for more than a sine, or whose type nobody has read. */
const devicesOf = (installation: Parameters<typeof residualDevicesInIsland>[0], { residualTypes }: RulePack) =>
  residualTypes
    ? residualDevicesInIsland(installation).filter(
        ({ residualType }) => residualType === null || waveformsOf(residualType).length > 0,
      )
    : []

/** What is asked of a device; while its type is not known, nothing can be. */
const askedOf = ({ residualType }: ResidualDevice): readonly Waveform[] =>
  residualType === null ? [] : waveformsOf(residualType)

const slotsOf = (device: ResidualDevice, mode: Mode): Slot[] =>
  askedOf(device).map((waveform) => ({
    id: waveform,
    label: WORDS[waveform].label,
    path: [device.shared ? 'waves' : 'wave', device.tag, WORDS[waveform].path],
    optional: [mode],
    mode,
    input: { kind: 'quantity', unit: 'mA', measures: 'rcdCurrent', alsoWords: NO_TRIP },
  }))

function limitText(device: ResidualDevice, { limits }: RulePack): string | null {
  const bands = askedOf(device).map((waveform) => {
    const { min, max } = waveformBand(waveform, device.iDeltaNMa, limits)
    return `${withinSentence(WORDS[waveform].label)} ${formatNumber(min)}–${formatNumber(max)} mA`
  })
  return bands.length > 0 ? bands.join('; ') : null
}

const saying = (each: Partial<Record<Waveform, Verdict>>, verdict: Verdict): string =>
  listed(
    (Object.keys(each) as Waveform[])
      .filter((waveform) => each[waveform] === verdict)
      .map((waveform) => withinSentence(WORDS[waveform].label)),
  )

function judgeWaveforms(point: Point<ResidualDevice>, context: EvidenceContext, mode: Mode): Judgement {
  const device = point.thing
  const slots = slotReadings(point, context)
  const at = (waveform: Waveform) => (slots.word(waveform) === 'none' ? 'none' : slots.number(waveform))
  const { each, verdict } = waveformTrip(
    {
      type: device.residualType,
      iDeltaNMa: device.iDeltaNMa,
      trippedAtMa: { pulsatingPlus: at('pulsatingPlus'), pulsatingMinus: at('pulsatingMinus'), smooth: at('smooth') },
      instrumentMa: slots.accuracy('pulsatingPlus') ?? slots.accuracy('pulsatingMinus') ?? slots.accuracy('smooth'),
    },
    context.pack.limits,
  )
  const common = {
    code: 'E-9',
    limit: limitText(device, context.pack),
    basis: `${context.pack.limits.rcdPulsatingMaxShare.basis} Type B: ${context.pack.limits.rcdSmoothMaxShare.basis}`,
    value: null,
  }
  if (!device.agreed)
    return {
      ...common,
      verdict: verdict === 'stop' ? 'stop' : 'open',
      why: 'Its circuits say different things of the device they share: put them right first.',
    }
  if (device.residualType === null)
    return {
      ...common,
      verdict,
      why: 'Its type is not known: read AC, A, F or B from the device, and enter it at its circuit.',
    }
  if (verdict === 'stop')
    return {
      ...common,
      verdict,
      why: `Outside its limit: ${saying(each, 'stop')}.${mode === 'island' ? ' On the battery this circuit is not protected: do not go on.' : ''}`,
    }
  if (verdict === 'open') return { ...common, verdict, why: `Still to test: ${saying(each, 'open')}.` }
  const why =
    verdict === 'watch'
      ? 'Within the limits, but a reading lies closer to one than the instrument can tell.'
      : 'It trips on every waveform that its type has to notice.'
  return afterCalibration({ ...common, verdict, why }, slots)
}

const MODES = {
  grid: {
    id: 'rcdWaveformsGrid',
    place: 'residualCurrentGrid',
    waitsFor: null,
    restsOn: [],
    label: 'on the street',
  },
  island: {
    id: 'rcdWaveformsIsland',
    place: 'residualCurrentIsland',
    waitsFor: 'firstIsland',
    restsOn: ['inverter', 'gateway', 'battery'],
    label: 'in island mode',
  },
} as const

/** E-9: what a device's type has to notice beyond a sine, once in each mode; asked for in a full test. */
function waveformFamily(mode: Mode): PointFamily<ResidualDevice> {
  const { label, ...declared } = MODES[mode]
  return {
    ...declared,
    since: '2026-11-28',
    periodic: true,
    view: 'earth.modes',
    precedes: [],
    proves: [],
    things: devicesOf,
    key: ({ tag, shared }) => `earth.waveforms.${shared ? 'shared.' : ''}${tag}.${mode}`,
    point: (device, _installation, { words }) => ({
      subject: device.tag,
      label: `${words.residualCurrentDeviceShort} of ${residualDeviceName(device)}, waveforms ${label}`,
      why: 'Inverters, chargers and drives leak direct current: a device that trips on a sine alone is blind to it.',
      slots: slotsOf(device, mode),
      fullOnly: true,
    }),
    judge: (point, context) => judgeWaveforms(point, context, mode),
  }
}

export const rcdWaveformsGrid = waveformFamily('grid')
export const rcdWaveformsIsland = waveformFamily('island')

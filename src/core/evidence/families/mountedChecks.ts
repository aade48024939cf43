import { type FitItem, fitOf } from '../../installation/fit'
import type { CableRun, Component } from '../../installation/installation'
import { type SurveyItem, itemsOf } from '../../installation/survey'
import { type Check, checksFamily } from '../checks'
import { type TheJob, THE_JOB } from '../family'

/** F: what is asked of everything that was mounted. */
const MOUNTED = {
  place: 'mounting',
  view: 'fit.mounted',
  precedes: [],
  waitsFor: null,
  restsOn: [],
  proves: [],
  code: 'F',
} as const

const yes = (id: string, label: string, path: readonly string[], no: string): Check => ({
  id,
  label,
  path,
  asks: { kind: 'yes', no },
})

export const mountedUnit = checksFamily<FitItem<'unit'>>({
  ...MOUNTED,
  id: 'mountedUnit',
  picture: true,
  things: ({ fit }) => fitOf(fit, 'unit'),
  key: ({ tag }) => `fit.unit.${tag}`,
  text: ({ tag, name, detail: { componentTag } }) => ({
    subject: tag,
    label: `${name}: board, clearances and fixings`,
    why: 'What hangs or stands there stays for twenty years, and the next crew sees only the cover.',
    ...(componentTag !== null && { componentTag }),
  }),
  checks: ({ tag, detail: { torqueNm, suppression, carriedBy } }, { limits: { fixingTorqueShare } }) => {
    const quoted = (value: number) => ({ value, basis: fixingTorqueShare.basis })
    const torque = (nm: number): Check => ({
      id: 'torque',
      label: 'Torque of its fixings',
      path: ['torque', tag],
      asks: {
        kind: 'figure',
        unit: 'Nm',
        measures: 'torque',
        least: quoted(nm * (1 - fixingTorqueShare.value)),
        most: quoted(nm * (1 + fixingTorqueShare.value)),
        from: `the maker’s ${nm} Nm ± ${fixingTorqueShare.value * 100} %`,
      },
    })
    return [
      yes('board', 'Non-combustible board behind it', ['board', tag], 'There is no non-combustible board behind it.'),
      yes(
        'clear',
        'Clearances as planned',
        ['clear', tag],
        'It stands too close to something; measure and look at the wall again.',
      ),
      ...(torqueNm === null ? [] : [torque(torqueNm)]),
      ...(carriedBy === 'feet'
        ? [yes('level', 'Level, and shimmed', ['level', tag], 'It is not level; look at the shims.')]
        : []),
      ...(suppression
        ? [yes('suppression', 'Heat-triggered suppression insert fitted', ['insert', tag], 'The insert is not fitted.')]
        : []),
    ]
  },
})

const ofKind = (kind: Component['kind']) => (installation: { components: readonly Component[] }) =>
  installation.components.filter((component) => component.kind === kind)

export const mountedIsolator = checksFamily<Component>({
  ...MOUNTED,
  id: 'mountedIsolator',
  things: ofKind('isolator'),
  key: ({ tag }) => `fit.isolator.${tag}`,
  text: ({ tag, name }) => ({
    subject: tag,
    componentTag: tag,
    label: `${name}: at both ends`,
    why: 'Whoever works at either end must be able to lock it off there.',
  }),
  checks: ({ tag }) => [
    yes(
      'ends',
      'An isolator at each end, lockable and within reach',
      ['ends', tag],
      'One end cannot be isolated where the work is.',
    ),
  ],
})

export const mountedSurge = checksFamily<Component>({
  ...MOUNTED,
  id: 'mountedSurge',
  things: ofKind('surge'),
  key: ({ tag }) => `fit.surge.${tag}`,
  text: ({ tag, name }) => ({
    subject: tag,
    componentTag: tag,
    label: `${name}: indicator`,
    why: 'A spent surge device protects nothing and says so in its window.',
  }),
  checks: ({ tag }) => [yes('indicator', 'Its window shows good', ['surge', tag], 'It is spent; change it.')],
})

export const mountedMeter = checksFamily<Component>({
  ...MOUNTED,
  id: 'mountedMeter',
  things: ofKind('meter'),
  key: ({ tag }) => `fit.meter.${tag}`,
  text: ({ tag, name }) => ({
    subject: tag,
    componentTag: tag,
    label: `${name}: first reading`,
    why: 'Everything that is counted later starts here.',
  }),
  checks: ({ tag }) => [
    {
      id: 'first',
      label: 'First reading',
      path: ['meter', tag],
      asks: { kind: 'figure', unit: 'Wh', from: 'the meter as it was mounted' },
    },
  ],
})

export const dcRoute = checksFamily<TheJob>({
  ...MOUNTED,
  id: 'dcRoute',
  picture: true,
  things: ({ components }) => (components.some(({ kind }) => kind === 'pv' || kind === 'battery') ? [THE_JOB] : []),
  key: () => 'fit.dcRoute',
  text: () => ({
    subject: 'dcroute',
    label: 'DC in its own protected route',
    why: 'DC conductors stay live whatever is switched off.',
    fullOnly: true,
  }),
  checks: () => [
    yes('route', 'Protected, and apart from AC and data', ['dcroute'], 'DC shares a route, or lies open.'),
  ],
})

export const spareLength = checksFamily<CableRun>({
  ...MOUNTED,
  id: 'spareLength',
  things: ({ runs }) => runs.filter(({ extraM }) => extraM > 0),
  key: ({ tag }) => `fit.spare.${tag}`,
  text: ({ tag }) => ({
    subject: tag,
    label: `${tag}: spare length left`,
    why: 'The next stack needs it; a joint later is a fault later.',
    fullOnly: true,
  }),
  checks: ({ tag, extraM }) => [
    {
      id: 'spare',
      label: 'Spare length',
      path: ['spare', tag],
      asks: {
        kind: 'figure',
        unit: 'm',
        least: { value: extraM, basis: 'The plan of this job.' },
        outside: 'watch',
        from: `the plan’s ${extraM} m`,
      },
    },
  ],
})

const AT_LEAST_ONE = { value: 1, basis: 'The survey of this job.' } as const

export const mountedFace = checksFamily<SurveyItem<'arrayFace'>>({
  ...MOUNTED,
  id: 'mountedFace',
  picture: true,
  things: ({ survey, components }) =>
    components.some(({ kind }) => kind === 'pv') ? itemsOf(survey, 'arrayFace') : [],
  key: ({ tag }) => `fit.face.${tag}`,
  text: ({ tag, name }) => ({
    subject: tag,
    label: `${name}: panels as mounted`,
    why: 'What the year promised rests on pitch and direction, and the roof has to keep the rain out.',
  }),
  checks: ({ tag, detail: { tiltDeg, azimuthDeg } }, { limits: { arrayTiltBand, arrayAzimuthBand } }) => {
    const counted = (id: string, label: string): Check => ({
      id,
      label,
      path: [id, tag],
      asks: { kind: 'figure', unit: '', least: AT_LEAST_ONE, from: 'counted' },
    })
    const angle = (id: string, label: string, deg: number, band: typeof arrayTiltBand): Check => ({
      id,
      label,
      path: [id, tag],
      asks: {
        kind: 'figure',
        unit: '°',
        least: { value: deg - band.value, basis: band.basis },
        most: { value: deg + band.value, basis: band.basis },
        outside: 'watch',
        from: `the survey’s ${deg}°`,
      },
    })
    return [
      counted('panels', 'Panels'),
      counted('strings', 'Strings'),
      angle('pitch', 'Pitch', tiltDeg, arrayTiltBand),
      angle('facing', 'Direction', azimuthDeg, arrayAzimuthBand),
      yes('cover', 'Tiles and flashing whole again', ['cover', tag], 'The cover is open: rain comes in.'),
    ]
  },
})

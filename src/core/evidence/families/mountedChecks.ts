import { fitOf } from '../../installation/fit'
import type { Installation } from '../../installation/installation'
import { itemsOf } from '../../installation/survey'
import type { PointFamily } from '../point'
import { type Check, judgeChecks, slotOfCheck } from './checks'

/** A check before it is known which thing it is asked of: its word stands before the thing’s short name. */
type CheckOfThing = Omit<Check, 'path'> & { word: string }

/** A mounted thing with what is asked of it. */
interface Mounted {
  key: string
  subject: string
  label: string
  why: string
  checks: CheckOfThing[]
  /** A picture of it is asked for too. */
  picture: boolean
  fullOnly?: boolean
}

const yes = (id: string, label: string, word: string, no: string): CheckOfThing => ({
  id,
  label,
  word,
  asks: { kind: 'yes', no },
})
/** Fixings are tightened to the maker's figure; this much to either side is the tool's own business. */
const TORQUE_BAND = 0.1
const TILT_BAND_DEG = 5
const AZIMUTH_BAND_DEG = 10

/** What is asked of everything that was mounted, by kind of thing. */
const MOUNTED: readonly ((installation: Installation) => Mounted[])[] = [
  ({ fit }) =>
    fitOf(fit, 'unit').map(({ tag, name, detail: { torqueNm, suppression, carriedBy } }) => ({
      key: `fit.unit.${tag}`,
      subject: tag,
      label: `${name}: board, clearances and fixings`,
      why: 'What hangs or stands there stays for twenty years, and the next crew sees only the cover.',
      picture: true,
      checks: [
        yes('board', 'Non-combustible board behind it', 'board', 'There is no non-combustible board behind it.'),
        yes(
          'clear',
          'Clearances as planned',
          'clear',
          'It stands too close to something; measure and look at the wall again.',
        ),
        ...(torqueNm === null
          ? []
          : [
              {
                id: 'torque',
                label: 'Torque of its fixings',
                word: 'torque',
                asks: {
                  kind: 'figure' as const,
                  unit: 'Nm' as const,
                  measures: 'torque' as const,
                  least: torqueNm * (1 - TORQUE_BAND),
                  most: torqueNm * (1 + TORQUE_BAND),
                  from: `the maker’s ${torqueNm} Nm ± 10 %`,
                },
              },
            ]),
        ...(carriedBy === 'feet'
          ? [yes('level', 'Level, and shimmed', 'level', 'It is not level; look at the shims.')]
          : []),
        ...(suppression
          ? [yes('suppression', 'Heat-triggered suppression insert fitted', 'insert', 'The insert is not fitted.')]
          : []),
      ],
    })),
  ({ components }) =>
    components
      .filter(({ kind }) => kind === 'isolator')
      .map(({ tag, name }) => ({
        key: `fit.isolator.${tag}`,
        subject: tag,
        label: `${name}: at both ends`,
        why: 'Whoever works at either end must be able to lock it off there.',
        picture: false,
        checks: [
          yes(
            'ends',
            'An isolator at each end, lockable and within reach',
            'ends',
            'One end cannot be isolated where the work is.',
          ),
        ],
      })),
  ({ components }) =>
    components
      .filter(({ kind }) => kind === 'surge')
      .map(({ tag, name }) => ({
        key: `fit.surge.${tag}`,
        subject: tag,
        label: `${name}: indicator`,
        why: 'A spent surge device protects nothing and says so in its window.',
        picture: false,
        checks: [yes('indicator', 'Its window shows good', 'surge', 'It is spent; change it.')],
      })),
  ({ components }) =>
    components
      .filter(({ kind }) => kind === 'meter')
      .map(({ tag, name }) => ({
        key: `fit.meter.${tag}`,
        subject: tag,
        label: `${name}: first reading`,
        why: 'Everything that is counted later starts here.',
        picture: false,
        checks: [
          {
            id: 'first',
            label: 'First reading',
            word: 'meter',
            asks: { kind: 'figure' as const, unit: 'Wh' as const, from: 'the meter as it was mounted' },
          },
        ],
      })),
  ({ components }) =>
    components.some(({ kind }) => kind === 'pv' || kind === 'battery')
      ? [
          {
            key: 'fit.dcRoute',
            subject: 'dcroute',
            label: 'DC in its own protected route',
            why: 'DC conductors stay live whatever is switched off.',
            picture: true,
            fullOnly: true,
            checks: [
              yes('route', 'Protected, and apart from AC and data', 'dcroute', 'DC shares a route, or lies open.'),
            ],
          },
        ]
      : [],
  ({ runs }) =>
    runs
      .filter(({ extraM }) => extraM > 0)
      .map(({ tag, extraM }) => ({
        key: `fit.spare.${tag}`,
        subject: tag,
        label: `${tag}: spare length left`,
        why: 'The next stack needs it; a joint later is a fault later.',
        picture: false,
        fullOnly: true,
        checks: [
          {
            id: 'spare',
            label: 'Spare length',
            word: 'spare',
            asks: {
              kind: 'figure' as const,
              unit: 'm' as const,
              least: extraM,
              outside: 'watch' as const,
              from: `the plan’s ${extraM} m`,
            },
          },
        ],
      })),
  ({ survey, components }) =>
    (components.some(({ kind }) => kind === 'pv') ? itemsOf(survey, 'arrayFace') : []).map(
      ({ tag, name, detail: { tiltDeg, azimuthDeg } }) => ({
        key: `fit.face.${tag}`,
        subject: tag,
        label: `${name}: panels as mounted`,
        why: 'What the year promised rests on pitch and direction, and the roof has to keep the rain out.',
        picture: true,
        checks: [
          {
            id: 'panels',
            label: 'Panels',
            word: 'panels',
            asks: { kind: 'figure', unit: '', least: 1, from: 'counted' },
          },
          {
            id: 'strings',
            label: 'Strings',
            word: 'strings',
            asks: { kind: 'figure', unit: '', least: 1, from: 'counted' },
          },
          {
            id: 'pitch',
            label: 'Pitch',
            word: 'pitch',
            asks: {
              kind: 'figure',
              unit: '°',
              least: tiltDeg - TILT_BAND_DEG,
              most: tiltDeg + TILT_BAND_DEG,
              outside: 'watch',
              from: `the survey’s ${tiltDeg}°`,
            },
          },
          {
            id: 'facing',
            label: 'Direction',
            word: 'facing',
            asks: {
              kind: 'figure',
              unit: '°',
              least: azimuthDeg - AZIMUTH_BAND_DEG,
              most: azimuthDeg + AZIMUTH_BAND_DEG,
              outside: 'watch',
              from: `the survey’s ${azimuthDeg}°`,
            },
          },
          yes('cover', 'Tiles and flashing whole again', 'cover', 'The cover is open: rain comes in.'),
        ],
      }),
    ),
]

const checksOf = ({ checks, subject }: Pick<Mounted, 'checks' | 'subject'>): Check[] =>
  checks.map(({ word, ...check }) => ({ ...check, path: word === subject ? [word] : [word, subject] }))

/** Everything asked of what was mounted; each kind of thing is one row of data. */
export const mountedChecks: PointFamily = {
  id: 'mountedChecks',
  derive: (installation) =>
    MOUNTED.flatMap((of) => of(installation)).map(({ key, subject, label, why, checks, picture, fullOnly }) => ({
      key,
      family: 'mountedChecks',
      stage: 'fit',
      subject,
      label,
      why,
      ...(fullOnly && { fullOnly }),
      slots: [
        ...checksOf({ checks, subject }).map(slotOfCheck),
        ...(picture ? [{ id: 'picture', label: 'Picture', path: [], input: { kind: 'attached' } as const }] : []),
      ],
    })),
  judge: (point, context) => {
    const mounted = MOUNTED.flatMap((of) => of(context.installation)).find(({ key }) => key === point.key)
    const pictured =
      !mounted?.picture ||
      context.attachments.some(({ kind, subject }) => kind === 'picture' && subject === point.subject)
    return judgeChecks(mounted ? checksOf(mounted) : [], point, context, {
      code: 'F',
      basis: 'Plan and maker’s data of this job.',
      alsoMissing: pictured ? [] : ['a picture'],
    })
  },
}

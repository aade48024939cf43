import type { Component, Installation } from '../../installation/installation'
import { hasPicture } from '../checks'
import type { PointFamily } from '../family'
import type { EvidenceContext, Judgement } from '../point'
import { slotReadings } from '../slotReadings'
import { listed } from '../../listed'

/** Compares dotted firmware names number by number: negative when `a` is older. `2.9` is older than `2.14`. */
export function compareFirmware(a: string, b: string): number {
  const left = a.split(/[.\-_]/)
  const right = b.split(/[.\-_]/)
  for (let k = 0; k < Math.max(left.length, right.length); k++) {
    const difference = Number(left[k] ?? 0) - Number(right[k] ?? 0)
    if (Number.isNaN(difference)) {
      const words = (left[k] ?? '').localeCompare(right[k] ?? '')
      if (words !== 0) return words
    } else if (difference !== 0) return difference
  }
  return 0
}

const hasFirmware = ({ kind }: Component) => kind === 'inverter' || kind === 'gateway' || kind === 'battery'

/** Key of a component's record, by its tag. */
export const componentRecordKey = ({ tag }: Pick<Component, 'tag'>): string => `fit.component.${tag}`

/** Slot that holds a component's serial number. */
export const SERIAL_SLOT = 'serial'

/** Where else a serial stands on record, in words; `null` where nowhere. */
function serialElsewhere(own: Component, serial: string, context: EvidenceContext): string | null {
  const same = (other: string | null) => other?.toUpperCase() === serial.toUpperCase()
  const others = new Map(
    context.installation.components
      .filter(({ tag }) => tag !== own.tag)
      .map((component) => [componentRecordKey(component), component.tag]),
  )
  const twin = context.readings.find(
    ({ slot, pointKey, valueWord }) => slot === SERIAL_SLOT && others.has(pointKey) && same(valueWord),
  )
  if (twin) return `The same serial is recorded for ${others.get(twin.pointKey)}; one of the two is wrong.`
  const elsewhere = context.serialsElsewhere.find((one) => same(one.serial))
  return elsewhere
    ? `The same serial is on record at ${elsewhere.jobName}; read the plate again, or take it back there.`
    : null
}

const slotsOf = (component: Component) => [
  {
    id: SERIAL_SLOT,
    label: 'Serial',
    path: ['serial', component.tag],
    input: { kind: 'text', maxLength: 40 } as const,
  },
  ...(hasFirmware(component)
    ? [
        {
          id: 'firmware',
          label: 'Firmware',
          path: ['fw', component.tag],
          input: { kind: 'text', maxLength: 20 } as const,
        },
      ]
    : []),
  { id: 'picture', label: 'Picture', path: [], input: { kind: 'attached' } as const },
]

/** Serial, firmware and picture of everything that was mounted. */
export const componentRecord: PointFamily<Component> = {
  id: 'componentRecord',
  place: 'mounting',
  view: 'fit.mounted',
  precedes: [],
  waitsFor: null,
  restsOn: [],
  proves: [],
  things: ({ components }: Installation) => components,
  key: componentRecordKey,
  point: (component) => ({
    subject: component.tag,
    componentTag: component.tag,
    label: `${component.name}: serial${hasFirmware(component) ? ', firmware' : ''} and picture`,
    why: 'Warranty and later faults are traced by serial; the picture shows how it was left.',
    slots: slotsOf(component),
  }),
  judge: (point, context): Judgement => {
    const component = point.thing
    const slots = slotReadings(point, context)
    const serial = slots.word(SERIAL_SLOT)
    const firmware = slots.word('firmware')
    const minimum = component.minimumFirmware
    const common = {
      code: 'F',
      limit: minimum ? `firmware ≥ ${minimum}` : null,
      basis: minimum ? 'Lowest firmware the plan accepts, from the maker’s data.' : null,
      value: serial,
    }
    const elsewhere = serial === null ? null : serialElsewhere(component, serial, context)
    if (elsewhere !== null) return { ...common, verdict: 'stop', why: elsewhere }
    if (minimum && firmware && compareFirmware(firmware, minimum) < 0)
      return {
        ...common,
        verdict: 'stop',
        why: `Firmware ${firmware} is older than ${minimum}; update it before commissioning.`,
      }
    const needed = [
      serial === null && 'serial',
      hasFirmware(component) && firmware === null && 'firmware',
      !hasPicture(context, point.subject) && 'picture',
    ].filter((word) => word !== false)
    if (needed.length > 0) return { ...common, verdict: 'open', why: `Still to record: ${listed(needed)}.` }
    return {
      ...common,
      verdict: 'proven',
      why: `Serial${firmware ? `, firmware ${firmware}` : ''} and picture are on record.`,
    }
  },
}

import type { Component } from '../../installation/installation'
import type { PointFamily } from '../point'
import { slotReadings } from '../slotReadings'

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

/** Serial, firmware and picture of everything that was mounted. */
export const componentRecord: PointFamily = {
  id: 'componentRecord',
  derive: ({ components }) =>
    components.map((component) => ({
      key: `fit.component.${component.tag}`,
      family: 'componentRecord',
      stage: 'fit',
      subject: component.tag,
      label: `${component.name}: serial${hasFirmware(component) ? ', firmware' : ''} and picture`,
      why: 'Warranty and later faults are traced by serial; the picture shows how it was left.',
      slots: [
        { id: 'serial', label: 'Serial', path: ['serial', component.tag], input: { kind: 'text', maxLength: 40 } },
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
        { id: 'picture', label: 'Picture', path: [], input: { kind: 'attached' } },
      ],
    })),
  judge: (point, context) => {
    const component = context.installation.components.find(({ tag }) => tag === point.subject)
    const slots = slotReadings(point, context)
    const serial = slots.word('serial')
    const firmware = slots.word('firmware')
    const picture = context.attachments.some(({ kind, subject }) => kind === 'picture' && subject === point.subject)
    const minimum = component?.minimumFirmware ?? null
    const common = {
      code: 'F',
      limit: minimum ? `firmware ≥ ${minimum}` : null,
      basis: minimum ? 'Lowest firmware the plan accepts, from the maker’s data.' : null,
      value: serial,
    }
    const twin =
      serial &&
      context.readings.find(
        (reading) =>
          reading.slot === 'serial' &&
          reading.pointKey !== point.key &&
          reading.valueWord?.toUpperCase() === serial.toUpperCase(),
      )
    if (twin)
      return {
        ...common,
        verdict: 'stop',
        why: `The same serial is recorded for ${twin.pointKey.split('.').at(-1)}; one of the two is wrong.`,
      }
    const elsewhere = serial
      ? context.serialsElsewhere.find((one) => one.serial.toUpperCase() === serial.toUpperCase())
      : undefined
    if (elsewhere)
      return {
        ...common,
        verdict: 'stop',
        why: `The same serial is on record at ${elsewhere.jobName}; read the plate again, or take it back there.`,
      }
    if (minimum && firmware && compareFirmware(firmware, minimum) < 0)
      return {
        ...common,
        verdict: 'stop',
        why: `Firmware ${firmware} is older than ${minimum}; update it before commissioning.`,
      }
    const needed = [
      !serial && 'serial',
      hasFirmware(component ?? ({} as Component)) && !firmware && 'firmware',
      !picture && 'picture',
    ].filter(Boolean)
    if (needed.length > 0) return { ...common, verdict: 'open', why: `Still to record: ${needed.join(', ')}.` }
    return {
      ...common,
      verdict: 'proven',
      why: `Serial${firmware ? `, firmware ${firmware}` : ''} and picture are on record.`,
    }
  },
}

import type { InstallationGraph } from '../installationGraph'

type Named = { readonly id: string }

/** @throws RangeError where a list holds nothing of a name */
export function demandKnown(list: readonly Named[], id: string): void {
  if (!list.some((one) => one.id === id)) throw new RangeError(`“${id}” is not in the wiring.`)
}

/** @throws RangeError where a list holds something of a name already */
export function demandFree(list: readonly Named[], id: string): void {
  if (list.some((one) => one.id === id)) throw new RangeError(`“${id}” is there already.`)
}

/** A list with one of its things changed. @throws RangeError where it does not hold it */
export function changed<T extends Named>(list: readonly T[], id: string, change: (one: T) => T): T[] {
  demandKnown(list, id)
  return list.map((one) => (one.id === id ? change(one) : one))
}

/** Positions of the plan with a device's added or taken away. */
export const inPlan = (
  { asLeft, island, bypass }: InstallationGraph['plan'],
  change: (positions: Readonly<Record<string, string>>) => Record<string, string>,
): InstallationGraph['plan'] => ({ asLeft: change(asLeft), island: change(island), bypass: bypass && change(bypass) })

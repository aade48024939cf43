import type { Component, ComponentKind, Installation } from '../installation/installation'

/** Something that the plan counts on and the list of components does not have yet. */
export interface PlannedComponent {
  kind: ComponentKind
  /** What it belongs to in the plan: components of one group are of one model. */
  group: string
  name: string
}

const alike = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase()

/** What is mounted by the plan: each inverter with its modules, and the gateway; PV and chargers may well be there already. */
function plannedComponents({ sources }: Pick<Installation, 'sources'>): PlannedComponent[] {
  return [
    ...sources.units.flatMap(({ name, moduleCount }): PlannedComponent[] => [
      { kind: 'inverter', group: name, name },
      ...Array.from({ length: moduleCount ?? 0 }, (_, k) => ({
        kind: 'battery' as const,
        group: `modules of ${name}`,
        name: `${name} module ${k + 1}`,
      })),
    ]),
    ...(sources.gatewayA === null ? [] : [{ kind: 'gateway' as const, group: 'gateway', name: 'Gateway' }]),
  ]
}

/**
 * What the plan counts on and the list of components lacks, so that nothing has to be written down twice: by kind, one that has its name is it, and
 * any other of the kind stands for one that has none.
 *
 * @example componentsNotListed(house) // [{ kind: 'battery', group: 'modules of Made-up 6', name: 'Made-up 6 module 3' }]
 */
export function componentsNotListed(
  installation: Pick<Installation, 'sources'> & { components: readonly Pick<Component, 'kind' | 'name'>[] },
): PlannedComponent[] {
  const unused = [...installation.components]
  const take = (is: (component: Pick<Component, 'kind' | 'name'>) => boolean): boolean => {
    const at = unused.findIndex(is)
    if (at >= 0) unused.splice(at, 1)
    return at >= 0
  }
  return plannedComponents(installation)
    .filter((planned) => !take(({ kind, name }) => kind === planned.kind && alike(name, planned.name)))
    .filter((planned) => !take(({ kind }) => kind === planned.kind))
}

import { MODEL_ROLES, REGISTER_MODELS, type ModelRole, type RegisterModel, UNIT_MODELS } from './registerMap'

const ROLE_WORDS: Readonly<Record<ModelRole, string>> = {
  setting: 'settings that stay',
  live: 'values of this moment',
  count: 'what it counts and is',
  command: 'orders for now',
}

const scaleWords = (scale: number) => (scale === 0 ? '1' : String(1 / 10 ** -scale))

function rowsOf({ id, name, role, writable, points }: RegisterModel): string[] {
  return points.map(({ key, at, type, scale, unit, note }, k) => {
    const head = k === 0 ? `${id} ${name}` : ''
    const what = k === 0 ? `${ROLE_WORDS[role]}${writable ? ', written to as well' : ''}` : ''
    const means = [unit, note].filter(Boolean).join(', ')
    return `| ${head} | ${what} | ${at} | \`${key}\` | ${type} | ${scaleWords(scale)} | ${means} |`
  })
}

/** The register map as the table of its document: made from the catalogue, so that it never says anything else. */
export const registerTable = (): string =>
  [
    '| model | holds | at | key | type | scale | unit |',
    '|---|---|---|---|---|---|---|',
    ...[...REGISTER_MODELS, ...UNIT_MODELS]
      .toSorted((one, other) => one.id - other.id || MODEL_ROLES.indexOf(one.role) - MODEL_ROLES.indexOf(other.role))
      .flatMap(rowsOf),
  ].join('\n')

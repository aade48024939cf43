// What passed and what failed in a whole run, and what is said at its end: each failure once more by name, then the sum.

/**
 * A count that begins at nothing.
 *
 * @returns `told(name, ok, why)` counts one check; `add(passed, failures)` many at once, of failures `{ name, why }` each;
 *   `said()` the last lines: what failed, with what, and the sum
 * @example
 * const tally = newTally()
 * tally.told('Types', true)
 * tally.said() // '1 passed, 0 failed'
 */
export function newTally() {
  let passed = 0
  const failures = []
  return {
    told(name, ok, why = '') {
      if (ok) passed++
      else failures.push({ name, why })
    },
    add(more, others) {
      passed += more
      failures.push(...others)
    },
    isGood: () => passed > 0 && failures.length === 0,
    said() {
      const sum = `${passed} passed, ${failures.length} failed`
      if (failures.length === 0) return sum
      const lines = failures.map(({ name, why }) => `✗ ${name}${why ? `\n  ${why.replaceAll('\n', '\n  ')}` : ''}`)
      return ['== What failed', ...lines, '', sum].join('\n')
    },
  }
}

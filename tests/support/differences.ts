/** Paths at which `actual` is not what is expected, within a tolerance; what is not named in `expected` is not looked at. */
export function differences(
  actual: unknown,
  expected: unknown,
  tolerance: { rel?: number; abs?: number },
  path = '',
): string[] {
  if (typeof expected === 'number') {
    const allowed = Math.max(tolerance.abs ?? 0, (tolerance.rel ?? 0) * Math.abs(expected), 1e-12)
    return typeof actual === 'number' && Math.abs(actual - expected) <= allowed
      ? []
      : [`${path}: ${String(actual)} instead of ${expected}`]
  }
  if (expected === null || typeof expected !== 'object')
    return Object.is(actual, expected) ? [] : [`${path}: ${String(actual)} instead of ${String(expected)}`]
  if (Array.isArray(expected) && (!Array.isArray(actual) || actual.length !== expected.length))
    return [`${path}: list of another length`]
  if (actual === null || typeof actual !== 'object') return [`${path}: ${String(actual)} instead of an object`]
  return Object.entries(expected).flatMap(([key, value]) =>
    differences((actual as Record<string, unknown>)[key], value, tolerance, `${path}/${key}`),
  )
}

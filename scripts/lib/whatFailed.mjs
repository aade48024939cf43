// Which tests a runner's JSON report tells of as failed, and with what first words: said once more at the end, where who sees only the end sees it.

/** Of a message, as much as tells what went wrong: long enough for a figure beside the one that was expected. */
const LONGEST = 600
const first = (message) =>
  (message ?? '')
    .replaceAll(/\u001b\[[\d;]*m/g, '')
    .trim()
    .slice(0, LONGEST)

/**
 * Tests that failed in a report of Vitest, and files that could not be run at all.
 *
 * @returns `{ name, why }[]`; empty where all passed
 * @example whatFailedInVitest({ testResults: [{ name: 'a.test.ts', status: 'failed', message: 'No database', assertionResults: [] }] }) // [{ name: 'a.test.ts', why: 'No database' }]
 */
export const whatFailedInVitest = ({ testResults }) =>
  testResults.flatMap((file) => {
    const failed = file.assertionResults.filter(({ status }) => status === 'failed')
    if (failed.length === 0 && file.status === 'failed') return [{ name: file.name, why: first(file.message) }]
    return failed.map((test) => ({ name: `${file.name} › ${test.fullName}`, why: first(test.failureMessages[0]) }))
  })

/**
 * Tests that failed in a report of Playwright, in suites within suites; one behind a failure, and not run for it, has not passed.
 *
 * @param {{ suites: object[], errors?: { message?: string }[] }} report
 * @returns `{ name, why }[]`; empty where all passed
 * @example whatFailedInPlaywright({ suites: [] }) // []
 */
export const whatFailedInPlaywright = ({ suites, errors = [] }) => [
  ...errors.map(({ message }) => ({ name: 'Playwright', why: first(message) })),
  ...suites.flatMap(failedIn),
]

function failedIn(suite) {
  const own = (suite.specs ?? [])
    .filter(({ tests }) => tests.some(({ status }) => status === 'unexpected' || status === 'skipped'))
    .map((spec) => ({
      name: `${spec.file}:${spec.line} › ${spec.title}`,
      why: first(spec.tests.flatMap(({ results }) => results).find(({ error }) => error)?.error.message ?? 'Not run.'),
    }))
  return [...own, ...(suite.suites ?? []).flatMap(failedIn)]
}

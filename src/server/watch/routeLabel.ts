/** Every address that the app answers at, as it stands in `src/app`; a part in brackets is any one part of a path. */
export const ROUTES = [
  '/',
  '/account',
  '/c/[token]',
  '/c/[token]/pack',
  '/crew',
  '/first-run',
  '/h/[token]',
  '/jobs/[jobId]',
  '/join/[token]',
  '/sign-in',
  '/verify',
  '/api/auth/[...all]',
  '/api/certificates/[certificateId]',
  '/api/customer/[token]/fault-call',
  '/api/customer/[token]/fault-call/pictures',
  '/api/crew/letter-head',
  '/api/crew/logo',
  '/api/equipment/[equipmentId]/files',
  '/api/equipment/files/[fileId]',
  '/api/first-run',
  '/api/health',
  '/api/health/live',
  '/api/household/[token]',
  '/api/household/[token]/pictures',
  '/api/instruments/[instrumentId]/certificates',
  '/api/jobs/bring-in',
  '/api/jobs/[jobId]',
  '/api/jobs/[jobId]/bundle',
  '/api/jobs/[jobId]/card',
  '/api/jobs/[jobId]/clamp',
  '/api/jobs/[jobId]/events',
  '/api/jobs/[jobId]/files/[sha256]',
  '/api/jobs/[jobId]/house/captures/[at]',
  '/api/jobs/[jobId]/house/log',
  '/api/jobs/[jobId]/labels',
  '/api/jobs/[jobId]/live',
  '/api/jobs/[jobId]/packs/[packId]',
  '/api/jobs/[jobId]/pictures',
  '/api/jobs/[jobId]/profiles',
  '/api/jobs/[jobId]/profiles/[profileId]',
  '/api/jobs/[jobId]/readings',
  '/api/jobs/[jobId]/recordings',
  '/api/jobs/[jobId]/registration',
  '/api/jobs/[jobId]/revisions',
  '/api/join/[token]',
  '/api/signing-key',
  '/api/sync',
  '/api/time',
  '/api/use/[name]',
] as const

const PATTERNS = ROUTES.map((route) => ({
  route,
  is: new RegExp(`^${route.replace(/\[\.\.\.\w+\]/g, '.+').replace(/\[\w+\]/g, '[^/]+')}/?$`),
}))

/**
 * Which of the app's addresses a path is one of: for counting, where a path itself would be a count of its own for each job, and hold tokens.
 *
 * @example routeLabel('/api/jobs/018f0000-0000-7000-8000-000000000101/readings') // '/api/jobs/[jobId]/readings'
 * @example routeLabel('/admin.php') // 'other'
 */
export function routeLabel(path: string): string {
  // nothing that is looked for is longer
  if (path.length > 300) return 'other'
  if (path.startsWith('/_next/static/')) return 'static'
  return PATTERNS.find(({ is }) => is.test(path))?.route ?? 'other'
}

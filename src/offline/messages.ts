/** A page asks the service worker to keep it and what it was made of. */
export interface KeepRequest {
  kind: 'keep'
  page: string
  assets: string[]
}

export const isKeepRequest = (message: unknown): message is KeepRequest => {
  const request = message as Partial<KeepRequest> | null
  return (
    request?.kind === 'keep' &&
    typeof request.page === 'string' &&
    Array.isArray(request.assets) &&
    request.assets.length <= 500 &&
    request.assets.every((url) => typeof url === 'string')
  )
}

/** A page asks the service worker to keep every script of the build; it answers through the port that comes with it, whether it has them all. */
export const KEEP_SCRIPTS = 'keepScripts'

/** List of the files of the build, for a browser without a service worker. */
export const BUILD_FILES = '/build-files.json'

/** Where the service worker keeps jobs, each under the address it is fetched from. The number rises when jobs get another shape: old ones are fetched anew. */
export const KEPT_JOBS = 'jobs-12'
/** Whether a store of the service worker's holds jobs or their files, in the shape of today or of some day before. */
export const holdsJobs = (store: string): boolean => /^jobs(-\d+)?(-files)?$/.test(store)
export const jobAddress = (jobId: string): string => `/api/jobs/${jobId}`

/** Mark in the timing of a page that the service worker had kept. */
export const KEPT_PAGE = 'kept'

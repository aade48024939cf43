import { KEPT_PAGE } from './messages'

/** Whether this page is one that was kept for want of a network, and not what the server has now. A browser may well think it is online then. */
export const cameKept = (): boolean =>
  typeof performance !== 'undefined' &&
  performance
    .getEntriesByType('navigation')
    .some((entry) => (entry as PerformanceNavigationTiming).serverTiming?.some(({ name }) => name === KEPT_PAGE))

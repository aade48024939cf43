import { hoursOrOpen, percentOrOpen } from '@/core/quantity/orOpen'

const MAX_HOURS = 336

/** A share in percent, or that nobody has said it. */
export const shareOr = (share: number | null): string => percentOrOpen(share, 3)

/** How long an outage lasts in the house; the walk ends after two weeks. */
export const hours = (value: number | null | undefined): string =>
  value != null && value >= MAX_HOURS ? `${MAX_HOURS / 24} days and more` : hoursOrOpen(value)

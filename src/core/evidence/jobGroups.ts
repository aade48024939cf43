/** Jobs by what they ask of the crew: on today, coming, left open from earlier, done. */
export const JOB_GROUPS = ['today', 'coming', 'open', 'sealed'] as const
export type JobGroup = (typeof JOB_GROUPS)[number]

/** The groups, and the jobs that were put away. */
export const LISTED_GROUPS = [...JOB_GROUPS, 'archived'] as const
export type ListedGroup = (typeof LISTED_GROUPS)[number]

export const JOB_FILTERS = ['all', 'mine', 'held'] as const
/** Which jobs of a group are shown: all, those somebody is on or recorded in, those in which something stands in the way. */
export type JobFilter = (typeof JOB_FILTERS)[number]

export const JOB_SORTS = ['day', 'name', 'recorded'] as const
/** By the day of the job (of the seal, of being put away), by name, or by when something was last recorded in it. */
export type JobSort = (typeof JOB_SORTS)[number]

/** Jobs by what they ask of the crew: on today, coming, left open from earlier, done. */
export const JOB_GROUPS = ['today', 'coming', 'open', 'sealed'] as const
export type JobGroup = (typeof JOB_GROUPS)[number]

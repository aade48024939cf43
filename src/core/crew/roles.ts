/** What a person is in a crew. */
export const ROLES = ['lead', 'hand', 'office', 'checker'] as const
export type Role = (typeof ROLES)[number]

import { ROLES, type Role } from '@/core/crew/roles'

export const roleChoices = (roles: readonly Role[] = ROLES): Readonly<Record<string, string>> =>
  Object.fromEntries(roles.map((role) => [role, role]))

/** What each role is for, in a crew's words. */
export const ROLE_HINT =
  'a lead is licensed and answers for the work, a hand measures, the office plans, a checker looks over and seals'

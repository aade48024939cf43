import type { Role } from '@/core/crew/roles'

/** What each role is called and what it is for, in a crew's words. */
export const ROLE_CHOICES: Readonly<Record<Role, string>> = {
  lead: 'lead – licensed, answers for the work',
  hand: 'hand – measures and records',
  office: 'office – plans and prepares',
  checker: 'checker – looks over and seals',
}

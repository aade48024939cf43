import type { CrewChange } from '@/core/crew/crewChange'
import type { Db } from '@/db/client'
import { noteCrewChange } from '@/db/queries/crews'
import type { Actor } from '../access'

/** Notes in the crew's history what somebody of it did. */
export const noteBy = (
  db: Db,
  { crewId, name }: Pick<Actor, 'crewId' | 'name'>,
  what: CrewChange,
  subject: string,
  detail: Record<string, unknown>,
) => noteCrewChange(db, { crewId, what, subject, detail, byName: name })

import { and, asc, eq, isNull } from 'drizzle-orm'
import type { Db } from '../client'
import { type Role, crew, crewMember, user } from '../schema'

export interface Membership {
  userId: string
  name: string
  crewId: string
  crewName: string
  role: Role
}

/** The crew a person works in, or `null` for somebody who belongs to none, or has left. */
export async function membershipOf(db: Db, userId: string): Promise<Membership | null> {
  const [row] = await db
    .select({
      userId: crewMember.userId,
      name: user.name,
      crewId: crewMember.crewId,
      crewName: crew.name,
      role: crewMember.role,
    })
    .from(crewMember)
    .innerJoin(crew, eq(crew.id, crewMember.crewId))
    .innerJoin(user, eq(user.id, crewMember.userId))
    .where(and(eq(crewMember.userId, userId), isNull(crewMember.leftAt)))
    .orderBy(asc(crewMember.crewId))
    .limit(1)
  return row ?? null
}

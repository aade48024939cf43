import { counted } from '@/core/quantity/counted'
import { eq } from 'drizzle-orm'
import * as yup from 'yup'
import { coreAlike } from '@/core/wiring/runLabels'
import { RULE_PACK_IDS, type RulePackId } from '@/core/rules/rulePack'
import type { Db } from '@/db/client'
import { storeFile } from '@/db/queries/files'
import { habitsOfCrew, pricesOfCrew } from '@/db/queries/habits'
import { crewTimesOf } from '@/db/queries/summaries'
import { crew, crewPrice } from '@/db/schema'
import { habitsSchema, letterHeadSchema, pricesSchema } from '@/schemas/habits'
import { noteBy } from '../crew/noteBy'
import { prepareLogo } from '../pictures/prepareLogo'
import { Problem } from '../problem'
import { defineUseCase } from '../useCase'

/** A member's crew is there as long as the member is. */
async function habits(db: Db, crewId: string) {
  const own = await habitsOfCrew(db, crewId)
  if (!own) throw new Problem(404, 'There is no such crew.')
  return own
}

/** The crew's price list, usual times with what its jobs took, colours and letter head. */
export const viewHabits = defineUseCase({
  name: 'viewHabits',
  via: 'json',
  schema: yup.object({}),
  run: async (db, actor) => {
    const [{ logoSha256, ...own }, prices, crewTimes] = await Promise.all([
      habits(db, actor.crewId),
      pricesOfCrew(db, actor.crewId),
      crewTimesOf(db, actor.crewId),
    ])
    return { ...own, logo: logoSha256, prices, crewTimes }
  },
})

export type HabitsView = Awaited<ReturnType<typeof viewHabits.run>>

/** The whole price list as it now is. */
export const savePrices = defineUseCase({
  name: 'savePrices',
  via: 'json',
  schema: pricesSchema,
  run: async (db, actor, { currency, prices }) => {
    await db.transaction(async (tx) => {
      // a name may move from one line to another: all lines are written anew together
      await tx.delete(crewPrice).where(eq(crewPrice.crewId, actor.crewId))
      if (prices.length > 0) {
        const added = await tx
          .insert(crewPrice)
          .values(prices.map((one) => ({ ...one, crewId: actor.crewId })))
          .onConflictDoNothing({ target: crewPrice.id })
          .returning({ id: crewPrice.id })
        if (added.length < prices.length) throw new Problem(409, 'Another line has this id. Nothing was stored.')
      }
      await tx.update(crew).set({ currency }).where(eq(crew.id, actor.crewId))
      await noteBy(tx, actor, 'pricesChanged', actor.crewId, { lines: prices.length })
    })
    return { lines: prices.length }
  },
})

type Colours = Partial<Record<RulePackId, Record<string, string>>>

/** What was filled in; a blank is the region's own colour. @throws Problem 422 where two cores of a region would look alike */
function givenColours(all: Readonly<Record<string, Record<string, string>>>): Colours {
  const given: Colours = {}
  for (const packId of RULE_PACK_IDS) {
    const own = Object.entries(all[packId] ?? {}).filter(([, colour]) => colour !== '')
    if (own.length === 0) continue
    const colours = Object.fromEntries(own)
    const twice = coreAlike({ packId, coreColours: colours })
    if (twice)
      throw new Problem(422, `Two cores would be ${twice.colour}. One convention tells every core apart.`, [
        { path: `coreColours.${packId}.${twice.conductor}`, message: `${twice.colour} is taken.` },
      ])
    given[packId] = colours
  }
  return given
}

/** How long the crew's tasks usually take, and the colours that its new jobs begin with. Jobs that are there stay as they are. */
export const saveHabits = defineUseCase({
  name: 'saveHabits',
  via: 'json',
  schema: habitsSchema,
  run: async (db, actor, input) => {
    const usualMinutes = Object.fromEntries(
      Object.entries(input.usualMinutes as Record<string, number | null>).filter(
        (one): one is [string, number] => one[1] !== null,
      ),
    )
    const coreColours = givenColours(input.coreColours as Record<string, Record<string, string>>)
    await db.transaction(async (tx) => {
      await tx.update(crew).set({ usualMinutes, coreColours }).where(eq(crew.id, actor.crewId))
      const what = `${counted(Object.keys(usualMinutes).length, ['time', 'times'])}, colours for ${counted(Object.keys(coreColours).length, ['region', 'regions'])}`
      await noteBy(tx, actor, 'habitsChanged', actor.crewId, { what })
    })
    return { usualMinutes, coreColours }
  },
})

/** What stands under the crew's name on its packs, with its logo: another one, none any more, or the one there is. */
export const changeLetterHead = defineUseCase({
  name: 'changeLetterHead',
  via: 'route',
  schema: letterHeadSchema.shape({
    logo: yup.string().strict().oneOf(['keep', 'remove', 'put']).default('keep'),
    bytes: yup.mixed<Uint8Array<ArrayBuffer>>().nullable().default(null),
  }),
  run: async (db, actor, { letterHead, logo, bytes }) => {
    const png = logo === 'put' && bytes !== null ? await prepareLogo(bytes) : null
    if (logo === 'put' && png === null) throw new Problem(422, 'Choose the picture of the logo.')
    await db.transaction(async (tx) => {
      const logoSha256 = png === null ? null : await storeFile(tx, png, 'image/png')
      await tx
        .update(crew)
        .set({
          letterHead: letterHead || null,
          ...(logo !== 'keep' && { logoSha256 }),
        })
        .where(eq(crew.id, actor.crewId))
      await noteBy(tx, actor, 'letterHeadChanged', actor.crewId, { logo: logo !== 'keep' })
    })
    return {}
  },
})

/** The crew's logo, for a member of the crew. */
export const readLogo = defineUseCase({
  name: 'readLogo',
  via: 'route',
  schema: yup.object({}),
  run: async (db, actor) => {
    const { logoSha256 } = await habits(db, actor.crewId)
    if (logoSha256 === null) throw new Problem(404, 'Your crew has no logo.')
    return { sha256: logoSha256 }
  },
})

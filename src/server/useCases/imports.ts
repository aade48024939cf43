import { eq, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import * as yup from 'yup'
import { readLoadsCsv } from '@/schemas/tables/loadsCsv'
import { tableFieldsOf } from '@/schemas/tables/thingsCsv'
import { SERIES_UNITS, readSeriesCsv } from '@/core/exchange/seriesCsv'
import { formatWhole } from '@/core/quantity/formatQuantity'
import { RULE_PACKS } from '@/core/rules/packs'
import { putProfile, removeProfile as takeOutProfile } from '@/db/queries/profiles'
import { PROFILE_KINDS, job, load } from '@/db/schema'
import { choice, figure, id, required, words } from '@/schemas/fields'
import { jobOfActor } from '../jobAccess'
import { Problem } from '../problem'
import { defineUseCase } from '../useCase'
import { constraintOf } from '../databaseFault'

const column = (label: string) =>
  figure(label).integer(`${label} is a whole number`).min(-1, `${label} is no column`).max(200, `${label} is no column`)

/** Takes in a load list: good rows are stored together, bad rows come back by line; a list without a good row stores nothing. */
export const importLoads = defineUseCase({
  name: 'importLoads',
  via: 'json',
  schema: yup.object({
    jobId: id('job').required(),
    csv: yup
      .string()
      .strict()
      .max(200_000, `The list is larger than ${formatWhole(200_000)} characters`)
      .required(required('List')),
    mapping: yup
      .object(
        Object.fromEntries(tableFieldsOf('load').map(({ name, column: { head } }) => [name, column(head).default(-1)])),
      )
      .nullable()
      .default(null),
  }),
  run: async (db, actor, { jobId, csv, mapping }) => {
    const row = await jobOfActor(db, actor, jobId)
    const taken = await db.select({ tag: load.tag }).from(load).where(eq(load.jobId, jobId))
    const read = readLoadsCsv(
      csv,
      mapping,
      RULE_PACKS[row.packId],
      taken.map(({ tag }) => tag),
    )
    if (!read.ok) throw new Problem(422, read.error.message, [read.error])
    const { loads, aside } = read.value
    if (loads.length > 0) {
      try {
        await db.transaction(async (tx) => {
          await tx
            .insert(load)
            .values(loads.map((fields, k) => ({ ...fields, id: uuidv7(), jobId, sort: taken.length + k })))
          await tx
            .update(job)
            .set({ version: sql`${job.version} + 1` })
            .where(eq(job.id, jobId))
        })
      } catch (error) {
        if (constraintOf(error) === 'load_tag')
          throw new Problem(
            409,
            'Somebody else added a load with one of these short names meanwhile. Nothing was stored; read the list again.',
          )
        throw error
      }
    }
    return { stored: loads.length, aside }
  },
})

/** Takes in a year's series: metering, PV or prices; it stands in place of the one of its kind. */
export const importProfile = defineUseCase({
  name: 'importProfile',
  via: 'route',
  schema: yup.object({
    jobId: id('job').required(),
    kind: choice('Kind', PROFILE_KINDS).required(required('Kind')),
    name: words('Name', 80).required(required('Name')),
    csv: yup.string().strict().required(required('File')),
    mapping: yup
      .object({
        timeColumn: column('Time column').default(-1),
        valueColumn: column('Value column').required(required('Value column')),
        unit: choice('Unit', SERIES_UNITS).required(required('Unit')),
      })
      .nullable()
      .default(null),
  }),
  run: async (db, actor, { jobId, kind, name, csv, mapping }) => {
    await jobOfActor(db, actor, jobId)
    if (mapping && (kind === 'price') !== (mapping.unit === 'price'))
      throw new Problem(422, 'Prices are read as prices, and nothing else is.', [
        { path: 'unit', message: 'Prices are read as prices, and nothing else is.' },
      ])
    const read = readSeriesCsv(csv, mapping)
    if (!read.ok) throw new Problem(422, read.error.message, [read.error])
    const { stepH, values, aside, notes } = read.value
    const samples = Buffer.alloc(values.length * 4)
    values.forEach((value, k) => samples.writeFloatLE(value, k * 4))
    await putProfile(db, {
      id: uuidv7(),
      jobId,
      kind,
      name,
      stepH,
      rowCount: values.length,
      samples,
      addedBy: actor.userId,
    })
    return { rows: values.length, stepH, aside: aside.slice(0, 50), asideCount: aside.length, notes }
  },
})

export const removeProfile = defineUseCase({
  name: 'removeProfile',
  via: 'json',
  schema: yup.object({ jobId: id('job').required(), profileId: id('profile').required() }),
  run: async (db, actor, { jobId, profileId }) => {
    await jobOfActor(db, actor, jobId)
    if (!(await takeOutProfile(db, jobId, profileId))) throw new Problem(404, 'That series is gone already.')
    return { profileId }
  },
})

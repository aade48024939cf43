import { v7 as uuidv7 } from 'uuid'
import * as yup from 'yup'
import { SERIES_UNITS, readSeriesCsv } from '@/core/exchange/seriesCsv'
import { putProfile, removeProfile as takeOutProfile } from '@/db/queries/profiles'
import { PROFILE_KINDS } from '@/db/schema'
import { choice, figure, id, required, words } from '@/schemas/fields'
import { jobOfActor } from '../jobAccess'
import { Problem } from '../problem'
import { defineUseCase } from '../useCase'

const column = (label: string) =>
  figure(label).integer(`${label} is a whole number`).min(-1, `${label} is no column`).max(200, `${label} is no column`)

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

import * as yup from 'yup'
import { WIRING_LAYERS } from '@/core/installation/wiring'
import { choice, figure, id, instant, required, words } from '@/schemas/fields'
import { graphSchema } from '@/schemas/installationGraph'
import type { InstallationGraph } from '@/core/wiring/installationGraph'
import { graphOf } from '@/core/wiring/wiringOfInstallation'
import { defineCommand } from './command'

const MOST_NOTE = 300

/** The wiring of one layer as a new revision, on top of the one it was made from. */
export const saveWiring = defineCommand({
  name: 'saveWiring',
  version: 1,
  schema: yup.object({
    id: id().required(),
    jobId: id('job').required(),
    layer: choice('Layer', WIRING_LAYERS).required(required('Layer')),
    base: figure('Base')
      .integer('Base is a whole number')
      .min(0, 'Base is 0 or more')
      .max(100_000, 'Base is too large')
      .required(required('Base')),
    note: words('What was changed', MOST_NOTE).required(required('What was changed')),
    madeAt: instant('madeAt').required(required('madeAt')),
    graph: graphSchema.required(required('Wiring')),
  }),
  apply: (record, { input: { base, ...revision }, by }) => {
    const { installation } = record
    const number = base + 1
    // the installation itself where nothing is newer, so that what is worked out from it stays
    if (number <= (installation.wiring[revision.layer]?.number ?? 0)) return record
    const written = { ...revision, number, madeByName: by.name }
    const wiring = { ...installation.wiring, [revision.layer]: written }
    return { ...record, installation: { ...installation, wiring } }
  },
  wayBack: {
    touched: ({ installation }, { layer }) => graphOf(installation, layer),
    // a revision is never taken away: the wiring as it was comes after it
    back: ({ jobId, layer, note }, was, _now, { installation }, { newId, at }) => [
      {
        useCase: 'saveWiring',
        input: {
          id: newId(),
          jobId,
          layer,
          base: installation.wiring[layer]?.number ?? 0,
          note: `Taken back: ${note}`.slice(0, MOST_NOTE),
          madeAt: at,
          graph: was as InstallationGraph,
        },
      },
    ],
  },
})

const CONDUCTORS = ['L1', 'L2', 'L3', 'N', 'PE'] as const

/** The one convention of core colours of a job; a blank goes back to the rule pack's colour. */
export const setCoreColours = defineCommand({
  name: 'setCoreColours',
  version: 1,
  schema: yup.object({
    jobId: id('job').required(),
    colours: yup
      .object(Object.fromEntries(CONDUCTORS.map((conductor) => [conductor, words(conductor, 40).default('')])))
      .required(required('Colours')),
  }),
  apply: (record, { input: { colours } }) => ({
    ...record,
    installation: { ...record.installation, coreColours: givenColours(colours) },
  }),
  wayBack: {
    touched: ({ installation }) => installation.coreColours,
    back: ({ jobId }, was) => [{ useCase: 'setCoreColours', input: { jobId, colours: was } }],
  },
})

/** The colours that were given; blanks are the pack's. */
export const givenColours = (colours: object): Record<string, string> =>
  Object.fromEntries(Object.entries(colours as Record<string, string>).filter(([, colour]) => colour !== ''))

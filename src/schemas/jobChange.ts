import * as yup from 'yup'
import { RULE_PACK_IDS } from '@/core/rules/rulePack'
import { choice, day, figure, flag, required, words } from './fields'
import { assumptionsSchema, siteSchema, sourcesSchema, supplySchema, timeZoneSchema } from './job'

/** What a new job starts with. */
export const newJobSchema = yup.object({
  name: words('Name', 80).required(required('Name')),
  place: words('Place', 80).required(required('Place')),
  packId: choice('Rule pack', RULE_PACK_IDS).required(required('Rule pack')),
  scheduledDay: day('Day').nullable().default(null),
  timeZone: timeZoneSchema,
})

/** Whether a text is an IPv4 address of a private network, four numbers up to 255. */
function isPrivateAddress(text: string): boolean {
  const parts = /^\d{1,3}(\.\d{1,3}){3}$/.test(text) ? text.split('.').map(Number) : []
  const [a = 256, b = 256] = parts
  if (parts.length !== 4 || parts.some((part) => part > 255)) return false
  return a === 127 || a === 10 || (a === 192 && b === 168) || (a === 172 && b >= 16 && b <= 31)
}

/** What of a job itself may be changed; what is left out stays. */
export const jobChangeSchema = yup.object({
  name: words('Name', 80).min(1, required('Name')),
  place: words('Place', 80).min(1, required('Place')),
  supply: supplySchema.default(undefined).optional(),
  sources: sourcesSchema.default(undefined).optional(),
  site: siteSchema.default(undefined).optional(),
  assumptions: assumptionsSchema.default(undefined).optional(),
  acceptsShedding: flag('Accepts shedding'),
  testDepth: choice('Test depth', ['essential', 'full']),
  scheduledDay: day('Day').nullable(),
  gatewayHost: words('Gateway address', 40)
    .test(
      'ownNetwork',
      'Gateway address must be one of the house’s own network',
      (value) => value == null || isPrivateAddress(value),
    )
    .nullable(),
  gatewayPort: figure('Gateway port')
    .integer()
    .min(1, 'Gateway port is 1 to 65535')
    .max(65535, 'Gateway port is 1 to 65535')
    .nullable(),
})

export type JobChange = Partial<yup.InferType<typeof jobChangeSchema>>

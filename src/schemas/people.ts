import * as yup from 'yup'
import { RULE_PACKS } from '@/core/rules/packs'
import type { RulePackId } from '@/core/rules/rulePack'
import { ROLES } from '@/core/crew/roles'
import { choice, day, figure, id, required, words } from './fields'
import { password } from './password'

const MAIL = /^[^\s@"<>,;:\\()[\]]{1,64}@[^\s@"<>,;:\\()[\]]{1,190}$/

/** An address to sign in with; small letters, so that one person has one. */
export const email = () =>
  words('E-mail', 254)
    .required(required('E-mail'))
    .lowercase('E-mail is written in small letters')
    .matches(MAIL, 'E-mail is an address such as ana@crew.example')

export const personName = () => words('Name', 80).required(required('Name'))
export const crewName = () => words('Crew', 80).required(required('Crew'))
const role = () => choice('Role', ROLES).required(required('Role'))
const packId = () => choice('Supply', Object.keys(RULE_PACKS) as RulePackId[]).required(required('Supply'))

/** The first lead and the crew they make. */
export const firstCrewSchema = yup.object({
  crew: crewName(),
  packId: packId(),
  name: personName(),
  email: email(),
  password: password('Password'),
})

export const crewSchema = yup.object({ name: crewName(), usualPackId: packId() })

export const invitationSchema = yup.object({
  name: personName(),
  email: email(),
  role: role(),
  days: figure('Days')
    .integer('Days is a whole number')
    .min(1, 'An invitation lasts a day at least')
    .max(30, 'An invitation lasts 30 days at most')
    .default(7),
})

/** Id of a person, as the sign-in library makes them. */
export const personId = () =>
  words('Person', 64)
    .required(required('Person'))
    .matches(/^[\w-]+$/, 'Person is not an id')

export const memberSchema = yup.object({
  userId: personId(),
  name: personName(),
  role: role(),
  licence: words('Licence', 60).nullable().default(null),
  licenceValidUntil: day('Licence valid until').nullable().default(null),
})

export const linkSchema = yup.object({ linkId: id('link').required() })

/** What somebody sends who has a link of their own: the password they choose. */
export const personalLinkSchema = yup.object({ password: password('Password') })

export const ownPasswordSchema = yup.object({
  current: password('Present password'),
  next: password('New password'),
})

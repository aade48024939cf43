import * as yup from 'yup'
import { TASK_TEMPLATES } from '@/core/fit/taskTemplates'
import { RULE_PACKS } from '@/core/rules/packs'
import { RULE_PACK_IDS } from '@/core/rules/rulePack'
import { figure, id, lines, required, words } from './fields'

export const MOST_PRICES = 400

const price = (label: string) =>
  figure(label).min(0, `${label} must be 0 or more`).max(10_000_000, `${label} is too large`).required(required(label))

/** A crew's price list as it is entered, whole: what is left out of it is taken off. */
export const pricesSchema = yup.object({
  currency: words('Currency', 8).required(required('Currency')),
  prices: yup
    .array()
    .strict()
    .typeError('Prices must be a list')
    .of(
      yup
        .object({
          id: id('price').required(required('id')),
          what: words('What', 80).required(required('What')),
          unit: words('Unit', 12).required(required('Unit')),
          low: price('From'),
          high: price('To'),
        })
        .test('runs up', 'A range runs from the smaller amount to the larger', ({ low, high }) => !(high < low)),
    )
    .max(MOST_PRICES, `A price list has ${MOST_PRICES} lines at most`)
    .required(required('Prices'))
    .test('once', 'A thing stands on the list once for each unit', (list) => {
      const keys = (list ?? []).map(({ what, unit }) => `${what} ${unit}`.toLowerCase())
      return new Set(keys).size === keys.length
    }),
})

const usualMinutes = (name: string) =>
  figure(name)
    .min(5, `${name} takes 5 minutes at least`)
    .max(1440, `${name} takes a day at most`)
    .nullable()
    .default(null)

/** How long the crew's tasks usually take, where it says so, and the core colours its new jobs begin with. */
export const habitsSchema = yup.object({
  usualMinutes: yup
    .object(Object.fromEntries(TASK_TEMPLATES.map(({ key, name }) => [key, usualMinutes(name)])))
    .required(required('Usual times')),
  coreColours: yup
    .object(
      Object.fromEntries(
        RULE_PACK_IDS.map((packId) => [
          packId,
          yup
            .object(
              Object.fromEntries(
                [...RULE_PACKS[packId].phases, 'N', 'PE'].map((core) => [core, words(core, 40).default('')]),
              ),
            )
            .default({}),
        ]),
      ),
    )
    .required(required('Core colours')),
})

/** Lines under the crew's name on what it hands over. */
export const letterHeadSchema = yup.object({
  letterHead: lines('Letter head', 400)
    .test('few lines', 'A letter head has six lines at most', (text) => text == null || text.split('\n').length <= 6)
    .nullable()
    .default(null),
})

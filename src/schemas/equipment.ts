import * as yup from 'yup'
import { COMPONENT_KINDS, type ComponentKind } from '@/core/installation/installation'
import type { EquipmentFigures } from '@/core/equipment/equipment'
import type { FieldIssue } from '@/core/result'
import { PLATE_FIELDS, figuresOfKind } from './equipmentFields'
import { choice, figure, id, required, words } from './fields'
import { fitContradiction } from './fit'
import { fieldSchema } from './thing'

/** What every piece is asked, and in `figures` what its kind declares; the figures are read by `equipmentFigures`. */
export const equipmentSchema = yup.object({
  id: id('revision').required(required('id')),
  equipmentId: id('equipment').required(required('equipment')),
  kind: choice('Kind', COMPONENT_KINDS).required(required('Kind')),
  /** The revision it was written on; 0 for a new piece. */
  after: figure('Revision').integer('Revision is a whole number').min(0, 'Revision is 0 or more').required(),
  name: words('Name', 60).required(required('Name')),
  model: words('Model', 60).required(required('Model')),
  minimumFirmware: words('Lowest firmware', 20).nullable().default(null),
  source: words('Read in', 120).nullable().default(null),
  // its fields depend on the kind: an object of yup's own would drop them all
  figures: yup
    .mixed<Record<string, unknown>>(
      (value): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value),
    )
    .typeError('Figures must be fields with values')
    .required(required('Figures')),
})

/** What a kind of equipment declares; anything else is refused. */
export const equipmentFiguresSchema = (kind: ComponentKind): yup.ObjectSchema<EquipmentFigures> =>
  yup
    .object(Object.fromEntries(figuresOfKind(kind).map((spec) => [spec.name, fieldSchema(spec)])))
    .noUnknown('There is a figure that this kind of equipment does not have')
    .strict() as unknown as yup.ObjectSchema<EquipmentFigures>

/** What contradicts itself among the figures of a piece of equipment. */
export const equipmentContradiction = (figures: Readonly<Record<string, unknown>>): FieldIssue | null =>
  fitContradiction('unit', { ...figures, xMm: null, yMm: null })

export const plateNames = PLATE_FIELDS.map(({ name }) => name)

import { declaredOf } from './declaredOf'

/** What only the maker can state (P-15), and what waits for it. */
export const DECLARED_FIELDS = {
  sourceImpedance: {
    label: 'Source impedance in island mode',
    unit: 'Ω',
    blocks: 'loop readings and disconnection in island mode (E-8)',
  },
  faultCurrent: {
    label: 'Fault current in island mode',
    unit: 'A',
    blocks: 'whether a breaker trips in island mode (E-8)',
  },
  faultDuration: {
    label: 'How long the fault current lasts before it shuts down',
    unit: 's',
    blocks: 'the shut-down time on a line-to-neutral fault (E-8)',
  },
  earthingArrangement: {
    label: 'Earthing arrangement in island mode',
    unit: '',
    blocks: 'the earthing concept and the neutral–earth bond (E-6, E-7)',
  },
  bondRestingState: {
    label: 'Resting state of the bond relay',
    unit: '',
    blocks: 'measuring the bond with ohms (E-6)',
  },
  surge: { label: 'Surge power and how long', unit: 'VA', blocks: 'motor starts (P-5)' },
  switchingTime: {
    label: 'Switching time to island and back',
    unit: 'ms',
    blocks: 'the gap that may be promised (T-6)',
  },
  bidirectionalMarking: {
    label: 'Residual-current device suited to energy both ways',
    unit: '',
    blocks: 'the devices between source and busbar (P-12)',
  },
  residualType: {
    label: 'Least type of residual-current device',
    unit: '',
    blocks: 'the devices between source and busbar (P-12)',
  },
  pvChargeRatio: {
    label: 'Highest ratio of AC-coupled PV to charging power, and the frequency band of curtailment',
    unit: '',
    blocks: 'PV in island mode (P-10)',
  },
  minimumFirmware: { label: 'Lowest firmware', unit: '', blocks: 'Settings (S-2)' },
  usableEnergy: { label: 'Usable energy', unit: 'Wh', blocks: 'the runtime (P-7, P-8)' },
  coldDerating: { label: 'Power left in the cold', unit: '%', blocks: 'the night limit in winter (P-4)' },
} as const satisfies Record<string, { label: string; unit: string; blocks: string }>

export type DeclaredField = keyof typeof DECLARED_FIELDS
export const DECLARED_FIELD_KEYS = Object.keys(DECLARED_FIELDS) as DeclaredField[]
export const DECLARED_ORIGINS = ['datasheet', 'letter', 'assumed'] as const
export type DeclaredOrigin = (typeof DECLARED_ORIGINS)[number]

/** One figure or statement of a maker about one thing, with where it comes from. */
export interface DeclaredFigure {
  /** The thing it is about, in the crew's words. */
  about: string
  field: DeclaredField
  /** As declared, with its unit; `null` while it is asked for. */
  value: string | null
  origin: DeclaredOrigin | null
  /** ISO date of the document. */
  date: string | null
}

/** One line of the ask-the-maker list. */
export interface MakerQuestion {
  about: string
  field: DeclaredField
  label: string
  blocks: string
  /** An assumption stands in and is not the maker's word. */
  assumed: boolean
}

/**
 * P-15: what still has to be asked for each thing that feeds the house: every field that is blank or only assumed, with what it blocks.
 * `neededOf` says which fields a thing needs; a figure without a date counts, one that is assumed does not.
 */
export function askTheMaker(
  things: readonly { name: string; needs: readonly DeclaredField[] }[],
  declared: readonly DeclaredFigure[],
): MakerQuestion[] {
  return things.flatMap(({ name, needs }) =>
    needs.flatMap((field): MakerQuestion[] => {
      const known = declaredOf(declared, name, field)
      if (known && known.origin !== 'assumed' && known.origin !== null) return []
      return [
        {
          about: name,
          field,
          label: DECLARED_FIELDS[field].label,
          blocks: DECLARED_FIELDS[field].blocks,
          assumed: known !== null,
        },
      ]
    }),
  )
}

/** Fields that each kind of source must have declared. */
export const NEEDED_BY = {
  batteryInverter: [
    'faultCurrent',
    'faultDuration',
    'earthingArrangement',
    'bondRestingState',
    'surge',
    'switchingTime',
    'residualType',
    'pvChargeRatio',
    'minimumFirmware',
    'usableEnergy',
    'coldDerating',
    'sourceImpedance',
  ],
  pvInverter: ['residualType', 'minimumFirmware'],
} as const satisfies Record<string, readonly DeclaredField[]>

/** A request to one maker, ready to send; plain text, one numbered line a question. */
export function makerRequest(
  questions: readonly MakerQuestion[],
  { crewName, jobName }: { crewName: string; jobName: string },
): string {
  const about = [...new Set(questions.map((question) => question.about))]
  const lines = questions.map(
    (question, k) =>
      `${k + 1}. ${question.about}: ${question.label}. (Without it we cannot settle ${question.blocks}.)`,
  )
  return [
    `Subject: Declared data for ${about.join(', ')}`,
    '',
    'Good day,',
    '',
    `we are planning a battery backup for “${jobName}”. Please state the following in writing, with the document and its date:`,
    '',
    ...lines,
    '',
    'Where a figure depends on firmware or on the region’s settings, please say so. A figure that you do not declare stays open in our plan and is not promised to the customer.',
    '',
    'With kind regards',
    crewName,
  ].join('\n')
}

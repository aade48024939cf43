/** One thing a live step waits for. Which points satisfy it is said by their families. */
export interface HoldCondition {
  id: string
  label: string
  /** `never`: no lead may override it. `whenOpen`: a missing result may be overridden in writing, a failed one never. `always`: may be. */
  override: 'never' | 'whenOpen' | 'always'
  /** What somebody declares by name and with a reason where the job has none of the things it is about; left out where a house always has some. */
  none?: string
  /** The day the condition came in, as an ISO date; a job sealed before is not held by it. Left out for those that were there from the start. */
  since?: string
}

export interface HoldStep {
  id: HoldStepId
  label: string
  conditions: readonly HoldCondition[]
}

/** T-10: what must hold before each live step. Back-feed, bond, failed island protection and the medical question are nobody's to override. */
const STEPS = [
  {
    id: 'firstLive',
    label: 'First live',
    conditions: [
      { id: 'positions', label: 'position check', override: 'never' },
      { id: 'identity', label: 'every run identified', override: 'whenOpen', none: 'no cable run is fitted' },
      { id: 'cores', label: 'every core identified', override: 'whenOpen', none: 'no cable run is fitted' },
      { id: 'dead', label: 'dead tests', override: 'whenOpen', none: 'nothing is there to be tested dead' },
      { id: 'torque', label: 'terminals torqued', override: 'always', none: 'no terminal is tightened' },
    ],
  },
  {
    id: 'firstIsland',
    label: 'First island',
    conditions: [
      { id: 'medical', label: 'medical question asked', override: 'never' },
      { id: 'bypass', label: 'bypass open', override: 'never' },
      { id: 'identity', label: 'every run identified', override: 'whenOpen', none: 'no cable run is fitted' },
      { id: 'clamp', label: 'earth conductor clamped', override: 'never', since: '2026-11-27' },
      { id: 'electrode', label: 'electrode measured', override: 'whenOpen' },
      { id: 'licensed', label: 'licensed person leading', override: 'never' },
      { id: 'circuits', label: 'final circuits open', override: 'never' },
      { id: 'told', label: 'people told', override: 'always' },
    ],
  },
  {
    id: 'loadedIsland',
    label: 'Outage with loads',
    conditions: [
      { id: 'medical', label: 'medical question asked', override: 'never' },
      { id: 'bond', label: 'bond measured in island mode', override: 'never' },
      { id: 'earthing', label: 'earthing system in island mode', override: 'whenOpen', since: '2026-11-27' },
      {
        id: 'islandRcd',
        label: 'every backed-up circuit protected in island mode',
        override: 'whenOpen',
        none: 'no circuit is backed up',
      },
      { id: 'source', label: 'island voltage and frequency', override: 'whenOpen' },
      { id: 'loop', label: 'loop resistances', override: 'always', none: 'no cable run is fitted' },
      {
        id: 'gridRcd',
        label: 'residual-current devices tested on the street',
        override: 'whenOpen',
        none: 'no backed-up circuit has a residual-current device',
      },
      { id: 'settings', label: 'settings left as planned', override: 'always', none: 'nothing is set on any device' },
      { id: 'saved', label: 'computers saved', override: 'always' },
      { id: 'heavy', label: 'heavy loads off', override: 'always' },
      { id: 'helper', label: 'helper at the board', override: 'always' },
      { id: 'callout', label: 'a way to call out', override: 'always' },
    ],
  },
  {
    id: 'handover',
    label: 'Handover',
    conditions: [
      { id: 'gap', label: 'gap measured', override: 'always' },
      { id: 'returns', label: 'three clean returns', override: 'always' },
      { id: 'asLeft', label: 'switches as left', override: 'never' },
      { id: 'permission', label: 'permission to run', override: 'whenOpen', since: '2026-11-29' },
    ],
  },
] as const

type Steps = (typeof STEPS)[number]
export type HoldStepId = Steps['id']

/** A condition with its step, such as `firstLive.dead`: a misspelt one does not compile. */
export type HoldConditionRef = {
  [S in HoldStepId]: `${S}.${Extract<Steps, { id: S }>['conditions'][number]['id']}`
}[HoldStepId]

export const HOLD_STEPS: readonly HoldStep[] = STEPS
export const HOLD_STEP_IDS = ['firstLive', 'firstIsland', 'loadedIsland', 'handover'] as const satisfies HoldStepId[]

/** How a family names a condition. */
export const holdConditionRef = (step: HoldStepId, condition: string): string => `${step}.${condition}`

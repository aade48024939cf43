import * as yup from 'yup'
import { COMMISSIONING_STEPS, type CommissioningStep, beginStep } from './model/commissioning'
import { STREET_STATES, type StreetState } from './model/house'
import type { PracticeHouse, Speed } from './practiceHouse'
import { SPEEDS } from './practiceHouse'
import { EXERCISES, EXERCISE_NAMES, type ExerciseName } from './faults/exercises'
import { faultScriptSchema } from './faults/faults'

/** What somebody cannot do to a house, in words. */
export class NoSuchThing extends Error {
  override name = 'NoSuchThing'
}

const MOST_STEP_S = 6 * 3600
const share = () => yup.number().min(0).max(1).required()
const flag = () => yup.boolean().strict().required()

const load = yup.object({
  tag: yup.string().max(60).required(),
  control: yup.string<'auto' | 'on' | 'off'>().oneOf(['auto', 'on', 'off']).required(),
})
const vehicle = yup.object({ present: flag(), pluggedIn: flag(), enabled: flag() })

/** Each thing that can be done to a house: what it takes, and what it does. */
const ACTS = {
  street: act(
    yup.object({ state: yup.string<StreetState>().oneOf(STREET_STATES).required() }),
    ({ house }, { state }) => {
      house.street = state
    },
  ),
  speed: act(yup.object({ speed: yup.number<Speed>().oneOf(SPEEDS).required() }), (practice, { speed }) => {
    practice.speed = speed
  }),
  step: act(yup.object({ seconds: yup.number().min(0).max(MOST_STEP_S).required() }), (practice, { seconds }) =>
    practice.step(seconds, Date.now()),
  ),
  load: act(load, ({ house }, { tag, control }) => {
    const at = house.spec.loads.findIndex((one) => one.tag === tag)
    const state = house.loads[at]
    if (!state) throw new NoSuchThing(`This house has no load called ${tag}.`)
    state.control = control
  }),
  sun: act(
    yup.object({ hour: yup.number().min(0).lessThan(24).required(), cloud: share() }),
    ({ house }, { hour, cloud }) => {
      house.hour = hour
      house.cloud = cloud
    },
  ),
  charge: act(yup.object({ soc: share() }), ({ house }, { soc }) => {
    for (const module of house.modules) module.soc = soc
  }),
  switch: act(
    yup.object({ at: yup.string<'street' | 'off' | 'own'>().oneOf(['street', 'off', 'own']).required() }),
    ({ house }, { at }) => {
      if (house.spec.changeover !== 'manual') throw new NoSuchThing('This house changes over by itself.')
      house.switchAt = at
    },
  ),
  vehicle: act(vehicle, ({ house }, state) => {
    if (!house.vehicle) throw new NoSuchThing('This house has no vehicle.')
    Object.assign(house.vehicle, state)
  }),
  beginStep: act(
    yup.object({ step: yup.string<CommissioningStep>().oneOf(COMMISSIONING_STEPS).required() }),
    ({ house }, { step }) => beginStep(house, step),
  ),
  swapModule: act(yup.object({ at: yup.number().integer().min(0).max(63).required() }), ({ house }, { at }) => {
    const module = house.modules[at]
    if (!module) throw new NoSuchThing('This house has no such module.')
    Object.assign(module, { alive: true, counted: true })
  }),
  closeDevice: act(yup.object({ tag: yup.string().max(60).required() }), ({ house }, { tag }) => {
    const device = house.residual[house.spec.residualDevices.findIndex((one) => one.tag === tag)]
    if (!device) throw new NoSuchThing(`This house has no residual-current device called ${tag}.`)
    device.closed = true
  }),
  hide: act(faultScriptSchema, (practice, { faults }) => {
    const leftOut = practice.hide(faults)
    if (leftOut.length > 0)
      throw new NoSuchThing(`This house has nothing for ${leftOut.join(', ')}. The rest was hidden.`)
  }),
  exercise: act(
    yup.object({ name: yup.string<ExerciseName>().oneOf(EXERCISE_NAMES, 'There is no such exercise.').required() }),
    (practice, { name }) => {
      const leftOut = practice.hide(EXERCISES[name].faults)
      if (leftOut.length === EXERCISES[name].faults.length)
        throw new NoSuchThing('This house has nothing that this exercise needs. Nothing was hidden.')
    },
  ),
  hideAny: act(yup.object({}), (practice) => practice.hideAny(Math.random)),
  reveal: act(yup.object({}), (practice) => {
    practice.revealed = true
  }),
} as const

export type ActName = keyof typeof ACTS
export const ACT_NAMES = Object.keys(ACTS) as ActName[]

interface Act {
  (practice: PracticeHouse, input: unknown): void
}

function act<T>(schema: yup.Schema<T>, run: (practice: PracticeHouse, input: T) => void): Act {
  return (practice, input) => run(practice, schema.validateSync(input, { strict: true }))
}

/** Does one thing to a house. @throws ValidationError for input that is not meant, NoSuchThing for what the house does not have */
export const doAct = (practice: PracticeHouse, name: ActName, input: unknown): void => ACTS[name](practice, input)

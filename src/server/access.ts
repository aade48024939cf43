import type { SigningCapacity } from '@/core/handover/signature'
import type { Role } from '@/db/schema'
import { Problem } from './problem'

/** Who may do what, in one place. A person acts within their own crew only; what belongs to another crew does not exist for them. */
export const WHO_MAY = {
  listJobs: ['lead', 'hand', 'office', 'checker'],
  viewJob: ['lead', 'hand', 'office', 'checker'],
  createJob: ['lead', 'office'],
  copyJob: ['lead', 'office'],
  archiveJob: ['lead', 'office'],
  takeJobOut: ['lead', 'office'],
  viewCustomerData: ['lead', 'office'],
  eraseCustomer: ['lead'],
  setRetention: ['lead'],
  bringJobIn: ['lead'],
  changeJob: ['lead', 'office'],
  saveItem: ['lead', 'office'],
  saveLoads: ['lead', 'office'],
  takeComponents: ['lead', 'office'],
  removeItem: ['lead', 'office'],
  choosePlan: ['lead', 'office'],
  takeBackPlan: ['lead', 'office'],
  saveSurveyItem: ['lead', 'office'],
  removeSurveyItem: ['lead', 'office'],
  saveFitItems: ['lead', 'hand', 'office'],
  removeFitItem: ['lead', 'hand', 'office'],
  replaceComponent: ['lead', 'hand'],
  saveWiring: ['lead', 'hand', 'office'],
  setCoreColours: ['lead', 'office'],
  readMeter: ['lead', 'hand'],
  rehearseLoad: ['lead', 'hand'],
  viewHouse: ['lead', 'hand'],
  actOnHouse: ['lead', 'hand'],
  buildHouseAnew: ['lead', 'hand'],
  askInstrumentInHouse: ['lead', 'hand'],
  readCloud: ['lead', 'hand'],
  writeSetting: ['lead'],
  allowWriting: ['lead'],
  viewSettingActs: ['lead', 'hand', 'office', 'checker'],
  importProfile: ['lead', 'office'],
  removeProfile: ['lead', 'office'],
  makeHouseholdLink: ['lead', 'office'],
  withdrawHouseholdLink: ['lead', 'office'],
  confirmFirstWord: ['lead', 'office'],
  recordReadings: ['lead', 'hand'],
  addPicture: ['lead', 'hand', 'office'],
  addRecording: ['lead', 'hand'],
  readGateway: ['lead', 'hand'],
  overrideHold: ['lead'],
  setJobLimit: ['lead'],
  setCrewLimit: ['lead'],
  markOutage: ['lead', 'hand'],
  openVisit: ['lead', 'hand', 'office'],
  requestPack: ['lead', 'checker'],
  reviewPoints: ['checker'],
  answerFaultCall: ['lead', 'hand', 'office'],
  signHandover: ['lead', 'hand', 'checker'],
  downloadPack: ['lead', 'hand', 'office', 'checker'],
  makeCustomerLink: ['lead', 'office'],
  withdrawCustomerLink: ['lead', 'office'],
  viewCrew: ['lead', 'hand', 'office', 'checker'],
  changeCrew: ['lead'],
  invitePerson: ['lead', 'office'],
  withdrawInvitation: ['lead', 'office'],
  changeMember: ['lead'],
  letGo: ['lead'],
  takeBack: ['lead'],
  makePasswordLink: ['lead'],
  endSessionsOf: ['lead'],
  takeSecondFactor: ['lead'],
  viewInstruments: ['lead', 'hand', 'office', 'checker'],
  saveInstrument: ['lead', 'office'],
  certifyInstrument: ['lead', 'office'],
  readCertificate: ['lead', 'hand', 'office', 'checker'],
  takeInstrument: ['lead', 'hand', 'office'],
  layInstrumentAside: ['lead', 'office'],
  viewEquipment: ['lead', 'hand', 'office', 'checker'],
  saveEquipment: ['lead', 'office'],
  layEquipmentAside: ['lead', 'office'],
  addEquipmentFile: ['lead', 'office'],
  readEquipmentFile: ['lead', 'hand', 'office', 'checker'],
  viewHabits: ['lead', 'hand', 'office', 'checker'],
  savePrices: ['lead', 'office'],
  saveHabits: ['lead', 'office'],
  changeLetterHead: ['lead'],
  readLogo: ['lead', 'hand', 'office', 'checker'],
  viewAccount: ['lead', 'hand', 'office', 'checker'],
  changeOwnPassword: ['lead', 'hand', 'office', 'checker'],
  endOwnSession: ['lead', 'hand', 'office', 'checker'],
} as const satisfies Record<string, readonly Role[]>

export type UseCaseName = keyof typeof WHO_MAY

/** The signed-in person as a use case sees them. */
export interface Actor {
  userId: string
  name: string
  crewId: string
  crewName: string
  role: Role
  /** The session that asks; a queue, a command or a test has none. */
  sessionId?: string
}

/** Which roles a person of a role may invite others as. */
export const MAY_INVITE_AS: Readonly<Record<Role, readonly Role[]>> = {
  lead: ['lead', 'hand', 'office', 'checker'],
  office: ['hand', 'office', 'checker'],
  hand: [],
  checker: [],
}

/** Who may sign a handover in which capacity: lead and checker for themselves, the customer on the device of whoever hands over. */
export const SIGNS_AS: Readonly<Record<SigningCapacity, readonly Role[]>> = {
  lead: ['lead'],
  checker: ['checker'],
  customer: ['lead', 'hand'],
}

const ROLE_WORDS: Record<Role, string> = { lead: 'a lead', hand: 'a hand', office: 'the office', checker: 'a checker' }

export const mayCall = (role: Role, useCase: UseCaseName): boolean =>
  (WHO_MAY[useCase] as readonly Role[]).includes(role)

/** @throws Problem 403 when the actor's role may not call the use case */
export function authorise(actor: Actor, useCase: UseCaseName): void {
  if (mayCall(actor.role, useCase)) return
  throw new Problem(
    403,
    `This is for ${WHO_MAY[useCase].map((role) => ROLE_WORDS[role]).join(' or ')}. Ask one of them to do it.`,
  )
}

/** Name and role that a row keeps of who made it. */
export const signedBy = ({ name, role }: Pick<Actor, 'name' | 'role'>) => ({ byName: name, byRole: role })

import type { UseCaseName } from '../access'
import type { AnyUseCase } from '../useCase'
import { archiveJob } from './archiveJob'
import { changeOwnPassword, endOwnSession, viewAccount } from './account'
import { addPicture } from './addPicture'
import { addRecording } from './addRecording'
import { choosePlan, takeBackPlan } from './choosePlan'
import { changeCrew, viewCrew } from './crew'
import { addEquipmentFile, layEquipmentAside, readEquipmentFile, saveEquipment, viewEquipment } from './equipment'
import { eraseCustomer, setRetention, viewCustomerData } from './erasure'
import { removeFitItem, replaceComponent, saveFitItems } from './fit'
import { answerFaultCall, reviewPoints, signHandover } from './handover'
import { changeLetterHead, readLogo, saveHabits, savePrices, viewHabits } from './habits'
import { confirmFirstWord, makeHouseholdLink, withdrawHouseholdLink } from './household'
import { importProfile, removeProfile } from './imports'
import {
  certifyInstrument,
  layInstrumentAside,
  readCertificate,
  saveInstrument,
  takeInstrument,
  viewInstruments,
} from './instruments'
import { removeItem, saveItem, saveLoads, takeComponents } from './items'
import { copyJob } from './copyJob'
import { changeJob, createJob, listJobs, viewJob } from './jobs'
import { readMeter, rehearseLoad } from './meter'
import { markOutage } from './markOutage'
import { openVisit } from './openVisit'
import { overrideHold } from './overrideHold'
import { setCrewLimit, setJobLimit } from './ownLimits'
import { downloadPack, makeCustomerLink, requestPack, withdrawCustomerLink } from './packs'
import {
  changeMember,
  endSessionsOf,
  invitePerson,
  letGo,
  makePasswordLink,
  takeBack,
  takeSecondFactor,
  withdrawInvitation,
} from './people'
import { readGateway } from './readGateway'
import { recordReadings } from './recordReadings'
import { actOnHouse, askInstrumentInHouse, buildHouseAnew, readCloud, viewHouse } from './standInHouse'
import { allowWriting, viewSettingActs, writeSetting } from './writeSetting'
import { removeSurveyItem, saveSurveyItem } from './survey'
import { bringJobIn, takeJobOut } from './transferJob'
import { saveWiring, setCoreColours } from './wiring'

/** Every use case by its name; the record is complete by its type. */
export const USE_CASES = {
  listJobs,
  viewJob,
  createJob,
  copyJob,
  archiveJob,
  takeJobOut,
  viewCustomerData,
  eraseCustomer,
  setRetention,
  bringJobIn,
  changeJob,
  saveItem,
  saveLoads,
  takeComponents,
  removeItem,
  choosePlan,
  takeBackPlan,
  recordReadings,
  addPicture,
  addRecording,
  readGateway,
  overrideHold,
  setJobLimit,
  viewEquipment,
  saveEquipment,
  layEquipmentAside,
  addEquipmentFile,
  readEquipmentFile,
  viewHabits,
  savePrices,
  saveHabits,
  changeLetterHead,
  readLogo,
  setCrewLimit,
  markOutage,
  openVisit,
  saveSurveyItem,
  removeSurveyItem,
  saveFitItems,
  removeFitItem,
  replaceComponent,
  saveWiring,
  setCoreColours,
  readMeter,
  rehearseLoad,
  viewHouse,
  actOnHouse,
  buildHouseAnew,
  askInstrumentInHouse,
  readCloud,
  writeSetting,
  allowWriting,
  viewSettingActs,
  importProfile,
  removeProfile,
  makeHouseholdLink,
  withdrawHouseholdLink,
  confirmFirstWord,
  requestPack,
  reviewPoints,
  answerFaultCall,
  signHandover,
  downloadPack,
  makeCustomerLink,
  withdrawCustomerLink,
  viewCrew,
  changeCrew,
  invitePerson,
  withdrawInvitation,
  changeMember,
  letGo,
  takeBack,
  makePasswordLink,
  endSessionsOf,
  takeSecondFactor,
  viewInstruments,
  saveInstrument,
  certifyInstrument,
  readCertificate,
  takeInstrument,
  layInstrumentAside,
  viewAccount,
  changeOwnPassword,
  endOwnSession,
} as const satisfies Record<UseCaseName, AnyUseCase>

type UseCases = typeof USE_CASES

/** Use cases that take JSON under their name. */
export type JsonUseCaseName = { [N in UseCaseName]: UseCases[N]['via'] extends 'json' ? N : never }[UseCaseName]

type Nullish<T> = { [K in keyof T]: null extends T[K] ? K : undefined extends T[K] ? K : never }[keyof T]
/** What a caller may leave out: what is not known, and what the schema fills in by itself. */
type Loose<T> = Omit<T, Nullish<T>> & { [K in Nullish<T>]?: T[K] }

/** What a use case takes and gives, by its name: both ends of the wire read it from here. */
export type InputOf<N extends UseCaseName> = Loose<Parameters<UseCases[N]['run']>[2]>
export type OutputOf<N extends UseCaseName> = Awaited<ReturnType<UseCases[N]['run']>>

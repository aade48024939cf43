import type { UseCaseName } from '../access'
import { addPicture } from './addPicture'
import { addRecording } from './addRecording'
import { choosePlan } from './choosePlan'
import { removeFitItem, replaceComponent, saveFitItems } from './fit'
import { confirmFirstWord, makeHouseholdLink, withdrawHouseholdLink } from './household'
import { importLoads, importProfile, removeProfile } from './imports'
import { removeItem, saveItem } from './items'
import { changeJob, createJob, listJobs, viewJob } from './jobs'
import { readMeter, rehearseLoad } from './meter'
import { overrideHold } from './overrideHold'
import { downloadPack, makeCustomerLink, requestPack, withdrawCustomerLink } from './packs'
import { readGateway } from './readGateway'
import { recordReadings } from './recordReadings'
import { removeSurveyItem, saveSurveyItem } from './survey'
import { saveWiring, setCoreColours } from './wiring'

/** Every use case by its name; the record is complete by its type. */
export const USE_CASES = {
  listJobs,
  viewJob,
  createJob,
  changeJob,
  saveItem,
  removeItem,
  choosePlan,
  recordReadings,
  addPicture,
  addRecording,
  readGateway,
  overrideHold,
  saveSurveyItem,
  removeSurveyItem,
  saveFitItems,
  removeFitItem,
  replaceComponent,
  saveWiring,
  setCoreColours,
  readMeter,
  rehearseLoad,
  importLoads,
  importProfile,
  removeProfile,
  makeHouseholdLink,
  withdrawHouseholdLink,
  confirmFirstWord,
  requestPack,
  downloadPack,
  makeCustomerLink,
  withdrawCustomerLink,
} as const satisfies Record<UseCaseName, { name: UseCaseName }>

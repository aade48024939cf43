import type { OneAndSeveral } from '@/core/quantity/counted'
import type { EvidenceList, JobPart } from '@/jobFile/merge/mergeJob'
import type { ThingList } from '@/jobFile/merge/mergeThings'

/** What a list of evidence holds, one and several of it. */
export const EVIDENCE_WORDS: Readonly<Record<EvidenceList, OneAndSeveral>> = {
  readings: ['reading', 'readings'],
  attachments: ['picture or recording', 'pictures and recordings'],
  overrides: ['hold override', 'hold overrides'],
  outageMarks: ['mark of an outage', 'marks of outages'],
  visits: ['later visit', 'later visits'],
  replacements: ['replaced component', 'replaced components'],
  ownLimits: ['limit of its own', 'limits of its own'],
}

export const THING_WORDS: Readonly<Record<ThingList, OneAndSeveral>> = {
  loads: ['load', 'loads'],
  components: ['component', 'components'],
  circuits: ['circuit', 'circuits'],
  runs: ['run', 'runs'],
  electrodes: ['electrode', 'electrodes'],
  settings: ['planned setting', 'planned settings'],
  survey: ['thing of the survey', 'things of the survey'],
  fit: ['thing of wall, day or van', 'things of wall, day or van'],
}

export const PART_WORDS: Readonly<Record<JobPart, string>> = {
  name: 'name',
  testDepth: 'depth of testing',
  acceptsShedding: 'whether shedding is accepted',
  chosenSchool: 'chosen changeover',
  schoolReason: 'reason of the choice',
  supply: 'supply',
  sources: 'sources',
  site: 'site',
  assumptions: 'assumptions of the plan',
  coreColours: 'core colours',
}

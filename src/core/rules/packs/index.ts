import type { RulePack, RulePackId } from '../rulePack'
import { iec1ph230 } from './iec1ph230'
import { iec3ph400 } from './iec3ph400'
import { naSplit240 } from './naSplit240'

export const RULE_PACKS: Readonly<Record<RulePackId, RulePack>> = {
  'iec-1ph-230': iec1ph230,
  'iec-3ph-400': iec3ph400,
  'na-split-240': naSplit240,
}

import type { Supply } from '../installation/installation'
import { RULE_PACKS } from '../rules/packs'
import type { RulePackId } from '../rules/rulePack'

/** One thing that follows from the kind of supply. */
export interface Consequence {
  kind: 'bond' | 'cost' | 'paper' | 'scope'
  text: string
}

type Texts = (pack: { board: string; earth: string; mainSwitch: string; neutralEarth: string }) => Consequence[]

/** What a meter in one box with the board means, and what one apart means. */
const METER: Readonly<Record<'combined' | 'apart', Texts>> = {
  combined: ({ board, earth, mainSwitch, neutralEarth }) => [
    {
      kind: 'bond',
      text: `The ${neutralEarth} bond sits in the box with the meter. With a gateway between meter and house the ${board} behind it becomes a sub-board: its neutral and ${earth} bars are parted, and the bond is made once, where the gateway's maker says.`,
    },
    {
      kind: 'cost',
      text: `The gateway cannot be cut in between meter and ${board} without opening the box: plan a new ${mainSwitch} and a ${board} apart from the meter, or an essentials board. Price it before anything is sold.`,
    },
    {
      kind: 'paper',
      text: 'The meter’s part is sealed: only the network operator or the meter’s owner may open it. Ask for the date early.',
    },
  ],
  apart: ({ board, neutralEarth }) => [
    {
      kind: 'bond',
      text: `The ${neutralEarth} bond stays where it is; the gateway goes between meter and ${board}. Prove that there is exactly one bond in each mode.`,
    },
    { kind: 'cost', text: 'The gateway can be cut into the tails between meter and board.' },
  ],
}

/** What it means on which main the backup sits. */
const BACKUP_ON = {
  unknown: 'One gateway backs up what is behind one of them only; say which, or plan a gateway for each.',
  main1: 'The backup sits on the first: what hangs on the second stays dark in an outage.',
  main2: 'The backup sits on the second: what hangs on the first stays dark in an outage.',
  both: 'Each has a gateway of its own: two islands, which are never joined.',
} as const

/** What the kind of supply means for the bond, the price, the papers and the scope; empty while it is not known. */
export function supplyConsequences(
  packId: RulePackId,
  { meterCombinedWithBoard, secondMainA, ratingA, backupMain = null }: Supply,
): Consequence[] {
  const { words } = RULE_PACKS[packId]
  return [
    ...(meterCombinedWithBoard === null ? [] : METER[meterCombinedWithBoard ? 'combined' : 'apart'](words)),
    ...(secondMainA === null
      ? []
      : [
          {
            kind: 'scope' as const,
            text: `Two ${words.mainSwitch}s share the service (${ratingA ?? '?'} A and ${secondMainA} A). ${BACKUP_ON[backupMain ?? 'unknown']}`,
          },
        ]),
  ]
}

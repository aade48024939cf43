import type { AskedCrossCheck, SettingsCrossCheck } from '@/core/evidence/settingsCrossChecks'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'

export const CROSS_CHECK_LABELS: Readonly<Record<AskedCrossCheck, string>> = {
  reserve: 'Reserve against the promised hours',
  phaseCount: 'Phases backed up',
  firmware: 'Firmware',
  supply: 'Charging beside the house, against the supply',
}

const figure = ({ result }: SettingsCrossCheck, key: string): number | null => {
  const value = result[key]
  return typeof value === 'number' ? value : null
}

function reserveWords(check: SettingsCrossCheck): string {
  const runtimeH = figure(check, 'runtimeH')
  if (check.verdict === 'open') return 'Read the reserve from the device, and state what the battery’s maker declares.'
  if (runtimeH === null) return 'What stays on draws nothing.'
  const hours = `The reserve carries what stays on for ${formatNumber(runtimeH, 3)} h`
  return check.verdict === 'stop' ? `${hours}: less than was promised.` : `${hours}: as promised.`
}

function supplyWords(check: SettingsCrossCheck): string {
  const [marginW, phaseMarginW, totalW] = ['marginW', 'phaseMarginW', 'totalW'].map((key) => figure(check, key))
  if (marginW === null || marginW === undefined || totalW === null || totalW === undefined)
    return 'It needs the supply’s rating, the charging limit as read, and the load list; of two mains, what is behind which.'
  const least = Math.min(marginW, phaseMarginW ?? marginW)
  const drawn = `${formatQuantity(totalW, 'W', 3)} together`
  return least < 0
    ? `${drawn}: ${formatQuantity(-least, 'W', 3)} more than the supply gives${phaseMarginW === least ? ' on its busiest phase' : ''}.`
    : `${drawn}, ${formatQuantity(least, 'W', 3)} to spare.`
}

function firmwareWords({ result }: SettingsCrossCheck): string {
  const items = Object.entries((result.items ?? {}) as Record<string, string>)
  const of = (verdict: string) => items.filter(([, word]) => word === verdict).map(([id]) => id)
  const [old, unread] = [of('stop'), of('open')]
  if (old.length > 0) return `${old.join(', ')}: older than the maker asks for. Update before commissioning.`
  if (unread.length > 0) return `${unread.join(', ')}: not on record.`
  return 'As new as the makers ask for.'
}

const SENTENCES: Readonly<Record<AskedCrossCheck, (check: SettingsCrossCheck) => string>> = {
  reserve: reserveWords,
  phaseCount: ({ verdict }) =>
    verdict === 'open'
      ? 'Read it from the device.'
      : verdict === 'stop'
        ? 'The device backs up another number of phases than planned.'
        : 'As many as planned.',
  firmware: firmwareWords,
  supply: supplyWords,
}

/** What a cross-check came to, in one sentence with its numbers. */
export const crossCheckSentence = (check: SettingsCrossCheck): string => SENTENCES[check.name](check)

'use client'
import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { WORK_PRICES, type WorkPrice } from '@/core/plan/costEstimate'
import type { HabitsView } from '@/server/useCases/habits'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { callUseCase, problemWords } from '../api'
import { type PriceDraft, type PriceFaults, blankPrice, pricesOf } from './priceDraft'

const REMOVE_WIDTH = '44px'

const isWork = (what: string): what is WorkPrice => Object.hasOwn(WORK_PRICES, what)

/** Every piece of work has its line, priced or not; then the materials and models that were entered. */
function draftsOf({ prices }: HabitsView): PriceDraft[] {
  const stored = prices.map(({ id, what, unit, low, high }) => ({
    id,
    what,
    unit,
    low: String(low),
    high: String(high),
  }))
  const works = Object.keys(WORK_PRICES) as WorkPrice[]
  return [
    ...works.map((key) => stored.find(({ what }) => what === key) ?? blankPrice(key, WORK_PRICES[key].unit)),
    ...stored.filter(({ what }) => !isWork(what)),
  ]
}

/** A piece of work that nobody priced is no line of the list. */
const isBlankWork = ({ what, low, high }: PriceDraft) => isWork(what) && low.trim() === '' && high.trim() === ''

/** The crew's price list, line by line, each from low to high. */
export function PriceSheet({
  habits,
  may,
  refresh,
}: {
  habits: HabitsView
  may: boolean
  refresh: () => Promise<void>
}) {
  const [drafts, setDrafts] = useState(() => draftsOf(habits))
  const [currency, setCurrency] = useState(habits.currency ?? '')
  const [faults, setFaults] = useState<PriceFaults>({})
  const [told, setTold] = useState<{ kind: 'error' | 'saved'; message: string } | null>(null)
  const change = (id: string, part: Partial<PriceDraft>) =>
    setDrafts((all) => all.map((one) => (one.id === id ? { ...one, ...part } : one)))
  const save = async () => {
    setTold(null)
    const read = pricesOf(drafts.filter((draft) => !isBlankWork(draft)))
    setFaults(read.faults)
    if (Object.keys(read.faults).length > 0)
      return setTold({
        kind: 'error',
        message: 'Each line has a name, a unit and an amount, the larger one last: look at the marked places.',
      })
    try {
      await callUseCase('savePrices', { currency: currency.trim(), prices: read.prices })
      await refresh()
      setTold({ kind: 'saved', message: 'Saved. Estimates are reckoned with it from now on.' })
    } catch (error) {
      setTold({ kind: 'error', message: problemWords(error) })
    }
  }
  return (
    <TitledSheet title="Price list" note="what a job is estimated with, under Plan, Money">
      <Box px="14px" pb="12px">
        <Flex align="center" gap="10px" fontSize="14px" mb="6px">
          <Text>In</Text>
          <Input
            size="sm"
            w="90px"
            aria-label="Currency"
            maxLength={8}
            value={currency}
            readOnly={!may}
            onChange={(event) => setCurrency(event.target.value)}
          />
        </Flex>
        <Flex gap="6px" fontSize="13px" color="ink2" aria-hidden display={{ base: 'none', md: 'flex' }}>
          <Text flex="1">What</Text>
          <Text w="80px">Unit</Text>
          <Text w="96px" textAlign="right">
            From
          </Text>
          <Text w="96px" textAlign="right">
            To
          </Text>
          <Box w={REMOVE_WIDTH} />
        </Flex>
        {drafts.map((draft, k) => (
          <PriceLine
            key={draft.id}
            draft={draft}
            place={k + 1}
            faults={faults[draft.id] ?? []}
            may={may}
            onChange={(part) => change(draft.id, part)}
            onRemove={() => setDrafts((all) => all.filter(({ id }) => id !== draft.id))}
          />
        ))}
        {told && (
          <Notice kind={told.kind === 'error' ? 'error' : 'info'} mt="8px">
            {told.message}
          </Notice>
        )}
        {may && (
          <Flex gap="8px" mt="10px" wrap="wrap">
            <Button size="sm" variant="act" onClick={() => void save()}>
              Save the price list
            </Button>
            <Button size="sm" onClick={() => setDrafts((all) => [...all, blankPrice('', 'pieces')])}>
              Add a line
            </Button>
          </Flex>
        )}
      </Box>
    </TitledSheet>
  )
}

function PriceLine({
  draft,
  place,
  faults,
  may,
  onChange,
  onRemove,
}: {
  draft: PriceDraft
  place: number
  faults: readonly (keyof PriceDraft)[]
  may: boolean
  onChange: (part: Partial<PriceDraft>) => void
  onRemove: () => void
}) {
  const work = isWork(draft.what) ? WORK_PRICES[draft.what] : null
  const field = (name: 'what' | 'unit' | 'low' | 'high', label: string, width: string) => (
    <Input
      size="sm"
      w={width}
      flex={name === 'what' ? '1 1 220px' : undefined}
      aria-label={`${label}, line ${place}`}
      placeholder={label}
      aria-invalid={faults.includes(name)}
      borderColor={faults.includes(name) ? 'stop' : undefined}
      inputMode={name === 'low' || name === 'high' ? 'decimal' : undefined}
      textAlign={name === 'low' || name === 'high' ? 'right' : undefined}
      maxLength={name === 'what' ? 80 : 20}
      value={draft[name]}
      readOnly={!may}
      onChange={(event) => onChange({ [name]: event.target.value })}
    />
  )
  return (
    <Flex
      role="group"
      aria-label={work ? work.label : draft.what || `Line ${place}`}
      gap="6px"
      py="5px"
      borderTopWidth="1px"
      borderColor="rule"
      align="center"
      wrap="wrap"
    >
      {work ? (
        <Text flex="1 1 220px" fontSize="14px">
          {work.label}
        </Text>
      ) : (
        field('what', 'Material or model', 'auto')
      )}
      {work ? (
        <Text w="80px" fontSize="14px" color="ink2">
          per {work.unit === 'once' ? 'job' : work.unit}
        </Text>
      ) : (
        field('unit', 'Unit', '80px')
      )}
      {field('low', 'From', '96px')}
      {field('high', 'To', '96px')}
      {may && !work ? (
        <Button
          size="sm"
          variant="bare"
          w={REMOVE_WIDTH}
          flex="none"
          aria-label={`Take line ${place} off the list`}
          onClick={onRemove}
        >
          <Trash2 size={17} aria-hidden />
        </Button>
      ) : (
        <Box w={REMOVE_WIDTH} flex="none" />
      )}
    </Flex>
  )
}

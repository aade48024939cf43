'use client'
import { type PvSource, peakOfSourceW, stringsOfSource } from '@/core/plan/sourceOfStrings'
import { usableEnergyWh } from '@/core/plan/usableEnergy'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { Installation, NamedPv, NamedSourceUnit, Sources } from '@/core/installation/installation'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { quantityOrOpen } from '@/core/quantity/orOpen'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Overlay } from '@/ui/Overlay'
import { TitledSheet } from '@/ui/Sheet'
import { pvSchema, unitSchema } from '@/schemas/job'
import { schemaIssues } from '@/schemas/schemaIssues'
import { SpecForm } from '../forms/SpecForm'
import { useJob } from '../job/JobContext'
import { LibraryNews } from '../library/LibraryNews'
import { TakeFromLibrary } from '../library/TakeFromLibrary'
import { BANK_FIELDS, BATTERY_FIELDS, CURTAILMENT_FIELDS, SIDE_WORDS, pvFields, unitFields } from './supplyFields'
import { nested, useChangeJob } from './useChangeJob'

type Editing = { list: 'units' | 'pvAc'; index: number | null } | 'battery' | 'bank' | 'curtailment' | 'library' | null

/** What a new one begins with: nothing that would count in its favour; where it sits and on which phase is asked. */
const NEW: { units: Partial<NamedSourceUnit>; pvAc: Partial<NamedPv> } = {
  units: {
    name: '',
    moduleCount: null,
    moduleW: null,
    inverterBatteryW: null,
    inverterAcW: null,
    batterySideOnly: false,
    inverterSurgeVa: null,
    moduleSurgeVa: null,
    surgeS: null,
    pvDcW: 0,
    coldFactor: null,
    legW: null,
    mostModules: null,
    mostInParallel: null,
    pvInputs: null,
  },
  pvAc: { name: '', expectedW: null, ratingW: null },
}

const watts = (value: number | null | undefined) =>
  value === null || value === undefined ? 'open' : formatQuantity(value, 'W', 3)

/** Which strings an expected output is of, with their peak. */
function stringsWords(installation: Installation, pv: PvSource): string {
  const strings = stringsOfSource(installation, pv)
  if (strings === null) return 'of which strings: open, PV in the survey names no source'
  if (strings.length === 0) return 'no strings in the survey'
  return `of ${strings.map(({ name }) => name).join(', ')}, peak ${watts(peakOfSourceW(installation, pv))}`
}

/** What feeds the house in an outage, as the makers declare it; a blank figure is shown as open and stays so in the plan. */
export function SourcesSheet() {
  const {
    record: { installation },
    may,
  } = useJob()
  const { sources, components } = installation
  const [editing, setEditing] = useState<Editing>(null)
  const edit = may('changeJob')
  return (
    <TitledSheet
      title="Sources and battery"
      actions={
        edit && (
          <>
            <Button size="sm" onClick={() => setEditing('library')}>
              From the library
            </Button>
            <Button size="sm" onClick={() => setEditing({ list: 'units', index: null })}>
              Add an inverter
            </Button>
            <Button size="sm" onClick={() => setEditing({ list: 'pvAc', index: null })}>
              Add AC-coupled PV
            </Button>
            <Button size="sm" onClick={() => setEditing('battery')}>
              Battery and gateway
            </Button>
            <Button size="sm" onClick={() => setEditing('bank')}>
              Lead–acid bank
            </Button>
            {sources.pvAc.length > 0 && (
              <Button size="sm" onClick={() => setEditing('curtailment')}>
                Holding PV back
              </Button>
            )}
          </>
        )
      }
    >
      <LibraryNews components={components} />
      {sources.units.length === 0 && (
        <EmptyState title="No battery inverter yet">
          Without one nothing can be said about what stays on. Blank figures are allowed: they stay Open until the maker
          has declared them.
        </EmptyState>
      )}
      {sources.units.map((unit, k) => (
        <SourceLine
          key={k}
          title={unit.name}
          onEdit={edit ? () => setEditing({ list: 'units', index: k }) : undefined}
          facts={[
            `${unit.moduleCount ?? '?'} modules × ${watts(unit.moduleW)}`,
            `battery side ${watts(unit.inverterBatteryW)}`,
            unit.batterySideOnly ? 'no AC rating' : `AC ${watts(unit.inverterAcW)}`,
            `surge ${quantityOrOpen(unit.inverterSurgeVa, 'VA', 3)} for ${unit.surgeS ?? '?'} s`,
            ...(unit.pvDcW
              ? [`PV on DC ${watts(unit.pvDcW)}`, stringsWords(installation, { coupling: 'dc', source: unit })]
              : []),
          ]}
        />
      ))}
      {sources.pvAc.map((pv, k) => (
        <SourceLine
          key={k}
          title={pv.name}
          onEdit={edit ? () => setEditing({ list: 'pvAc', index: k }) : undefined}
          facts={[
            `PV on AC, ${watts(pv.expectedW)} expected`,
            stringsWords(installation, { coupling: 'ac', source: pv }),
            SIDE_WORDS[pv.side],
          ]}
        />
      ))}
      {sources.units.length > 0 && <BatteryFacts sources={sources} />}
      <SourcesOverlay editing={editing} onClose={() => setEditing(null)} />
    </TitledSheet>
  )
}

function SourceLine({ title, facts, onEdit }: { title: string; facts: readonly string[]; onEdit?: () => void }) {
  return (
    <Flex borderTopWidth="1px" borderColor="rule" px="14px" py="7px" gap="12px" align="center" fontSize="14px">
      <Box flex="1" minW="0">
        <Text fontWeight="600" overflowWrap="anywhere">
          {title}
        </Text>
        <Text color="ink2">{facts.join(' · ')}</Text>
      </Box>
      {onEdit && (
        <Button variant="bare" size="sm" fontSize="13px" onClick={onEdit} aria-label={`Change ${title}`}>
          change
        </Button>
      )}
    </Flex>
  )
}

function BatteryFacts({ sources }: { sources: Sources }) {
  const percent = (share: number | null) => (share === null ? 'open' : `${Math.round(share * 100)} %`)
  const usableWh = usableEnergyWh(sources)
  const facts: [string, string][] = [
    [sources.bank?.kind ? 'usable, lead–acid' : 'usable', quantityOrOpen(usableWh, 'Wh', 3)],
    ['reserve', percent(sources.reserveSoc)],
    ['as usual', percent(sources.usualSoc)],
    ['floor', percent(sources.floorSoc)],
    ['efficiency', percent(sources.dischargeEfficiency)],
    ['standby', quantityOrOpen(sources.standbyW, 'W', 3)],
    ['gateway', sources.gatewayA === null ? 'not set' : `${sources.gatewayA} A`],
    ['feeder', sources.feederA === null ? 'not set' : `${sources.feederA} A`],
  ]
  return (
    <Grid
      templateColumns={{ base: 'repeat(3, 1fr)', md: 'repeat(4, 1fr)' }}
      borderTopWidth="1px"
      borderColor="rule"
      px="14px"
      py="8px"
      gap="6px"
    >
      {facts.map(([label, value]) => (
        <Box key={label}>
          <Text fontSize="13px" color="ink2">
            {label}
          </Text>
          <Text fontWeight="600">{value}</Text>
        </Box>
      ))}
    </Grid>
  )
}

function SourcesOverlay({ editing, onClose }: { editing: Editing; onClose: () => void }) {
  const {
    record: {
      installation: { sources },
    },
    bench: {
      context: { pack },
    },
  } = useJob()
  const change = useChangeJob()
  if (editing === null)
    return (
      <Overlay title="" open={false} onClose={onClose}>
        {null}
      </Overlay>
    )
  if (editing === 'library')
    return (
      <Overlay title="From the crew’s library" open onClose={onClose} wide>
        <TakeFromLibrary onDone={onClose} />
      </Overlay>
    )
  if (editing === 'battery')
    return (
      <Overlay title="Battery and gateway" open onClose={onClose} wide>
        <SpecForm
          specs={BATTERY_FIELDS}
          initial={{ sources }}
          save={async (fields) => {
            await change({ sources: { ...sources, ...nested(fields, 'sources') } })
            onClose()
          }}
        />
      </Overlay>
    )
  if (editing === 'bank')
    return (
      <Overlay title="Lead–acid bank" open onClose={onClose} wide>
        <SpecForm
          specs={BANK_FIELDS}
          initial={{ sources }}
          save={async (fields) => {
            await change({ sources: { ...sources, bank: nested(fields, 'sources.bank') } })
            onClose()
          }}
        />
      </Overlay>
    )
  if (editing === 'curtailment')
    return (
      <Overlay title="Holding AC-coupled PV back in island mode" open onClose={onClose} wide>
        <SpecForm
          specs={CURTAILMENT_FIELDS}
          initial={{ sources }}
          save={async (fields) => {
            await change({ sources: { ...sources, curtailment: nested(fields, 'sources.curtailment') } })
            onClose()
          }}
        />
      </Overlay>
    )
  const { list, index } = editing
  const own: readonly object[] = sources[list]
  // a house of one phase is not asked for it
  const begun = { ...(pack.phases.length === 1 && { phase: 'all' }), ...(index === null ? NEW[list] : own[index]) }
  const put = (fields: Record<string, unknown>) => {
    const one = { ...begun, ...fields }
    return index === null ? [...own, one] : own.map((other, k) => (k === index ? one : other))
  }
  return (
    <Overlay title={list === 'units' ? 'Battery inverter' : 'AC-coupled PV'} open onClose={onClose} wide>
      <SpecForm
        specs={list === 'units' ? unitFields(pack) : pvFields(pack)}
        initial={begun}
        check={(fields) => schemaIssues(list === 'units' ? unitSchema : pvSchema, { ...begun, ...fields })}
        save={async (fields) => {
          await change({ sources: { ...sources, [list]: put(fields) } })
          onClose()
        }}
        extra={
          index !== null && (
            <Button
              onClick={() =>
                void change({ sources: { ...sources, [list]: own.filter((_, k) => k !== index) } }).then(onClose)
              }
            >
              Take out
            </Button>
          )
        }
      />
    </Overlay>
  )
}

'use client'
import { Box, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { besideLeakiest, movedBehind } from '@/core/installation/regroupCircuits'
import { type ResidualDevice, residualDeviceName } from '@/core/installation/residualDevices'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { Choice } from '@/ui/Choice'
import { DataTable } from '@/ui/DataTable'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { problemWords } from '../api'
import { useJob } from '../job/JobContext'
import { LeakageLanes, OWN_DEVICE } from './LeakageLanes'
import { type CircuitLeakage, countedMa, milliamps } from './leakageInput'
import { useLeakage } from './useLeakage'
import { useSaveCircuits } from './useSaveCircuits'

/** Which device each circuit is behind, with what leaks through it; a circuit is carried to another device, or moved by choosing it. */
export function CircuitsByDevice() {
  const {
    record: { installation },
    may,
  } = useJob()
  const save = useSaveCircuits()
  const [failure, setFailure] = useState<string | null>(null)
  const { devices, leakages } = useLeakage()
  const move = async (circuitTag: string, target: string) => {
    setFailure(null)
    const device = target === OWN_DEVICE ? null : (devices.find(({ tag }) => tag === target) ?? null)
    try {
      await save(movedBehind(installation.circuits, circuitTag, device))
    } catch (error) {
      setFailure(problemWords(error))
    }
  }
  if (leakages.length === 0) return null
  const edit = may('saveItem')
  return (
    <TitledSheet
      title="Circuits by device"
      note={edit ? 'carry a circuit to another device, or choose it below' : undefined}
    >
      {failure && (
        <Notice kind="error" mx="12px" mb="8px">
          {failure}
        </Notice>
      )}
      <BesideLeakiest devices={devices} leakages={leakages} />
      <LeakageLanes
        devices={devices}
        leakages={leakages}
        edit={edit}
        move={(circuitTag, target) => void move(circuitTag, target)}
      />
      <CircuitTable devices={devices} leakages={leakages} edit={edit} move={(tag, target) => void move(tag, target)} />
      <Box px="14px" py="8px" fontSize="13px" color="ink2">
        <Text>
          A circuit that is moved here is moved on the board too: its device is tested again in both modes. Figures that
          are “about” are what such appliances usually leak, and show nothing: clamp the circuit.
        </Text>
      </Box>
    </TitledSheet>
  )
}

interface Shown {
  devices: readonly ResidualDevice[]
  leakages: readonly CircuitLeakage[]
}

/** What a trip of the leakiest circuit takes along; where nobody has said what hangs on a circuit, that is asked. */
function BesideLeakiest({ devices, leakages }: Shown) {
  const counted = new Map(leakages.map((one) => [one.circuit.tag, countedMa(one)]))
  const found = devices.map((device) => ({
    name: residualDeviceName(device),
    ...besideLeakiest(device, (tag) => counted.get(tag) ?? null),
  }))
  const safety = found.flatMap(({ name, safety: tags }) => tags.map((tag) => `${tag} behind ${name}`))
  const unsaid = found.flatMap(({ unsaid: tags }) => tags)
  return (
    <>
      {safety.length > 0 && (
        <Notice kind="caution" mx="12px" mb="8px">
          {safety.join('; ')}: an alarm, a freezer or medical equipment shares a device with its leakiest circuit. A
          trip there takes it along.
        </Notice>
      )}
      {unsaid.length > 0 && (
        <Text px="14px" pb="8px" fontSize="13px">
          Open: nobody has said whether an alarm, a freezer or medical equipment hangs on {unsaid.join(', ')}. Each
          shares a device with its leakiest circuit; say it at the circuit.
        </Text>
      )}
    </>
  )
}

/** What is usually behind a figure that nobody clamped, appliance by appliance. */
function typicalWords({ typical: { totalMa, appliances } }: CircuitLeakage): string {
  if (appliances.length === 0) return '–'
  const each = appliances.map(({ name, leakageMa }) => `${name} ${formatNumber(leakageMa, 2)}`).join(', ')
  return totalMa === null ? `more than ${each}` : `${milliamps(totalMa)}: ${each}`
}

interface CircuitTableProps extends Shown {
  edit: boolean
  move: (circuitTag: string, target: string) => void
}

function CircuitTable({ devices, leakages, edit, move }: CircuitTableProps) {
  return (
    <DataTable<CircuitLeakage>
      label="Circuits by device"
      rows={leakages}
      keyOf={({ circuit }) => circuit.id}
      columns={[
        {
          head: 'Circuit',
          cell: ({ circuit }) => `${circuit.tag} ${circuit.name}${circuit.safety ? ' · safety' : ''}`,
        },
        {
          head: 'leaks',
          numeric: true,
          cell: ({ clampedMa }) => (clampedMa === null ? 'not clamped' : milliamps(clampedMa)),
        },
        { head: 'usual for what is on it', wideOnly: true, cell: typicalWords },
        {
          head: 'behind',
          cell: ({ circuit, device }) =>
            edit ? (
              <Choice
                label={`Device of circuit ${circuit.tag}`}
                width="min(230px, 44vw)"
                value={device.shared || device.circuits[0].id !== circuit.id ? device.tag : OWN_DEVICE}
                options={[
                  [OWN_DEVICE, 'a device of its own'],
                  ...devices
                    .filter((one) => one.shared || one.circuits[0].id !== circuit.id)
                    .map((one) => [one.tag, residualDeviceName(one)] as const),
                ]}
                onChange={(target) => move(circuit.tag, target)}
              />
            ) : (
              residualDeviceName(device)
            ),
        },
      ]}
    />
  )
}

'use client'
import { Box, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { Circuit } from '@/core/installation/installation'
import { movedBehind, safetyBesideLeakiest } from '@/core/installation/regroupCircuits'
import { type ResidualDevice, residualDeviceName, residualDevices } from '@/core/installation/residualDevices'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { DataTable } from '@/ui/DataTable'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { problemWords } from '../api'
import { useJob } from '../job/JobContext'
import { Choice } from '@/ui/Choice'
import { useSaveCircuits } from './useSaveCircuits'

interface Row {
  circuit: Circuit
  device: ResidualDevice
  leakageMa: number | null
}

const OWN = ''

/** Which device each circuit is behind, with what leaks through it; a circuit is moved by choosing another device. */
export function CircuitsByDevice({
  leakageOf,
}: {
  leakageOf: (device: ResidualDevice, circuitTag: string) => number | null
}) {
  const {
    record: { installation },
    may,
  } = useJob()
  const save = useSaveCircuits()
  const [failure, setFailure] = useState<string | null>(null)
  const devices = residualDevices(installation)
  const rows = devices.flatMap((device) =>
    device.circuits.map((circuit): Row => ({ circuit, device, leakageMa: leakageOf(device, circuit.tag) })),
  )
  const beside = devices.flatMap((device) =>
    safetyBesideLeakiest(device, (tag) => leakageOf(device, tag)).map(
      (tag) => `${tag} behind ${residualDeviceName(device)}`,
    ),
  )
  const move = async (circuitTag: string, target: string) => {
    setFailure(null)
    try {
      await save(
        movedBehind(
          installation.circuits,
          circuitTag,
          target === OWN ? null : (devices.find(({ tag }) => tag === target) ?? null),
        ),
      )
    } catch (error) {
      setFailure(problemWords(error))
    }
  }
  if (rows.length === 0) return null
  return (
    <TitledSheet title="Circuits by device">
      {failure && (
        <Notice kind="error" mx="12px" mb="8px">
          {failure}
        </Notice>
      )}
      {beside.length > 0 && (
        <Notice kind="caution" mx="12px" mb="8px">
          {beside.join('; ')}: an alarm, a freezer or medical equipment shares a device with its leakiest circuit. A
          trip there takes it along.
        </Notice>
      )}
      <DataTable<Row>
        label="Circuits by device"
        rows={rows}
        keyOf={({ circuit }) => circuit.id}
        columns={[
          {
            head: 'Circuit',
            cell: ({ circuit }) => `${circuit.tag} ${circuit.name}${circuit.safety ? ' · safety' : ''}`,
          },
          {
            head: 'leaks',
            numeric: true,
            cell: ({ leakageMa }) => (leakageMa === null ? 'not clamped' : `${formatNumber(leakageMa, 3)} mA`),
          },
          {
            head: 'behind',
            cell: ({ circuit, device }) =>
              may('saveItem') ? (
                <Choice
                  label={`Device of circuit ${circuit.tag}`}
                  width="230px"
                  value={device.shared || device.circuits[0].id !== circuit.id ? device.tag : OWN}
                  options={[
                    [OWN, 'a device of its own'],
                    ...devices
                      .filter((one) => one.shared || one.circuits[0].id !== circuit.id)
                      .map((one) => [one.tag, residualDeviceName(one)] as const),
                  ]}
                  onChange={(target) => void move(circuit.tag, target)}
                />
              ) : (
                residualDeviceName(device)
              ),
          },
        ]}
      />
      <Box px="14px" py="8px" fontSize="13px" color="ink2">
        <Text>A circuit that is moved here is moved on the board too: its device is tested again in both modes.</Text>
      </Box>
    </TitledSheet>
  )
}

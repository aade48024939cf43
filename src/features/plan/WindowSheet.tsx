'use client'
import { usableEnergyWh } from '@/core/plan/usableEnergy'
import { Flex } from '@chakra-ui/react'
import { lengthH } from '@/core/plan/dailyHours'
import { chargeWindow, CHARGE_LIMIT_WORDS } from '@/core/plan/chargeWindow'
import { hoursOrOpen, quantityOrOpen } from '@/core/quantity/orOpen'
import { Figure, Figures } from '@/ui/Figure'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { usePlanned } from './LoadDrafts'

/** P-9: whether the cheap hours fill the battery, what limits the charging, and what a day of it saves. */
export function WindowSheet({ money }: { money: (value: number) => string }) {
  const { installation, plan } = usePlanned()
  const { assumptions, sources, supply } = installation
  const count = sources.units.reduce<number | null>(
    (sum, { moduleCount }) => (sum === null || moduleCount === null ? null : sum + moduleCount),
    sources.units.length > 0 ? 0 : null,
  )
  const usableWh = usableEnergyWh(sources)
  const { windowFromHour: from, windowToHour: to } = assumptions
  // a target that is not above the reserve is a contradiction, and no charge that fits
  const targetSoc = plan.contradictions.some(({ path }) => path === 'assumptions.windowTargetSoc')
    ? null
    : assumptions.windowTargetSoc
  const { dischargeEfficiency } = sources
  const roundTrip = dischargeEfficiency === null ? null : assumptions.chargeEfficiency * dischargeEfficiency
  const result = chargeWindow({
    inverterChargeW: assumptions.inverterChargeW === null ? null : assumptions.inverterChargeW * sources.units.length,
    moduleCount: count,
    moduleChargeW: assumptions.moduleChargeW,
    deviceLimitW: assumptions.windowDeviceW,
    importHeadroomW:
      plan.capacity.capacityKva === null ? null : plan.capacity.capacityKva * 1000 * (supply.powerFactor ?? 1),
    otherNightLoadsW: assumptions.otherNightLoadsW,
    socStart: sources.reserveSoc,
    socTarget: targetSoc,
    nominalWh: usableWh,
    chargeEfficiency: assumptions.chargeEfficiency,
    windowH: from === null || to === null ? null : lengthH({ fromHour: from, toHour: to }),
    shiftedKWh:
      usableWh === null || targetSoc === null || sources.reserveSoc === null || dischargeEfficiency === null
        ? null
        : (usableWh / 1000) * Math.max(0, targetSoc - sources.reserveSoc) * dischargeEfficiency,
    peakPrice: assumptions.importPrice,
    offpeakPrice: assumptions.offpeakPrice,
    exportPrice: assumptions.exportPrice,
    roundTripEfficiency: roundTrip,
  })
  return (
    <Figures columns={3}>
      <Figure label="Charging in the cheap hours" value={quantityOrOpen(result.chargeW, 'W', 3)}>
        {result.bindingLimit === null
          ? 'inverter, module, device and other night loads are needed'
          : `limited by ${CHARGE_LIMIT_WORDS[result.bindingLimit]}`}
      </Figure>
      <Figure label="From the reserve to the target" value={hoursOrOpen(result.fillH)}>
        <Flex gap="6px" wrap="wrap" as="span">
          <PlanMarkWord mark={result.verdict} />
          {result.verdict === 'open' ? ' a figure is missing' : ' against the window'}
        </Flex>
      </Figure>
      <Figure
        label="A day of shifting saves"
        value={result.savingPerDay === null ? 'open' : money(result.savingPerDay)}
      >
        {result.exportSavingPerDay === null
          ? ''
          : `keeping sun instead of selling it: ${money(result.exportSavingPerDay)}`}
      </Figure>
    </Figures>
  )
}

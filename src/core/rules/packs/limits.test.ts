import { describe, expect, it } from 'vitest'
import { LIMIT_KEYS, type LimitKey, RULE_PACK_IDS, type RulePackId } from '../rulePack'
import { RULE_PACKS } from '.'

type ByPack = Readonly<Record<RulePackId, number>>
const byPack = (iec: number, na: number): ByPack => ({ 'iec-1ph-230': iec, 'iec-3ph-400': iec, 'na-split-240': na })

/** The figures that were agreed on: whoever changes a limit changes it here too, and says so. */
const AGREED: Readonly<Record<LimitKey, number | ByPack>> = {
  electrodeResistanceMax: 100,
  electrodeDeviationMaxPercent: 5,
  clampForbidsOpening: 0.5,
  islandNeutralEarthMax: 5,
  rcdGeneralX1Max: 300,
  rcdGeneralX5Max: 40,
  rcdDelayedX1Min: 130,
  rcdDelayedX1Max: 500,
  rcdDelayedX5Min: 50,
  rcdDelayedX5Max: 150,
  rcdRampMinShare: 0.5,
  rcdRampMaxShare: 1,
  gfciRampMin: 4,
  gfciRampMax: 6,
  loopAllowedShare: 0.2,
  loopStopFactor: 2.5,
  rideUnnoticed: 20,
  rideFlicker: 150,
  rideBlink: 1000,
  ridePause: 10_000,
  demandShareOfLimit: 0.8,
  shareTolerance: 0.001,
  islandVoltageMin: byPack(0.9 * 230, 0.9 * 120),
  islandVoltageMax: byPack(1.1 * 230, 1.1 * 120),
  islandFrequencyMin: byPack(49, 59),
  islandFrequencyMax: byPack(52, 62.4),
  continuousFactor: byPack(1, 1.25),
  boardSourceFactor: byPack(1, 1.25),
  boardFarEndShare: byPack(1, 1.2),
  motorSoftFactor: 0.45,
  motorDriveFactor: 0.15,
  motorRunningMultiple: 6,
  motorFitsShare: 0.8,
  pvChargeRatioMax: 1,
  stringCurrentFactor: 1.25,
  voltageDropMaxPercent: 3,
  pvReturnMin: byPack(20, 300),
  pvReturnMax: 300,
  ladderMarginShare: 0.9,
  cableSlackShare: 0.1,
  cableSlackEnd: 0.5,
  trunkingFillMax: 0.45,
  conduitFillMax: 0.4,
  liftPerPersonMax: 25,
  insulationMin: 1,
  batteryInsulationMin: byPack(1, 0.5),
  continuityMax: 2,
  terminalTorqueShare: 0.1,
  stringVoltageShare: 0.1,
  moduleColdest: -5,
  moduleHottest: 65,
  liveVoltageShare: 0.1,
  deadVoltageMax: 10,
  fixingTorqueShare: 0.1,
  arrayTiltBand: 5,
  arrayAzimuthBand: 10,
  waveSampleRateMin: 2000,
  ctScaleMin: 0.9,
  ctScaleMax: 1.1,
  ctScaleNothing: 0.1,
}

describe.each(RULE_PACK_IDS)('the limits of %s', (id) => {
  it.each(LIMIT_KEYS)('%s is the one that was agreed on', (key) => {
    const agreed = AGREED[key]
    expect(RULE_PACKS[id].limits[key].value).toBeCloseTo(typeof agreed === 'number' ? agreed : agreed[id], 9)
  })
})

/** Settings a plan can name, by the key of the register map; in the order a person looks for them. */
export const REGISTER_NAMES: Readonly<Record<string, string>> = {
  nominalV: 'Nominal voltage',
  nominalHz: 'Nominal frequency',
  phaseCount: 'Phases backed up',
  islandEnabled: 'Island operation enabled',
  bondRelayEnabled: 'Bond relay enabled',
  reconnectDelayS: 'Wait before reconnecting',
  reserveSocPercent: 'Backup reserve',
  chargeLimitW: 'Charging limit',
  dischargeLimitW: 'Discharging limit',
  exportLimitW: 'Export limit',
  reserveBandPercent: 'Band above the reserve',
  chargeFromGridPercent: 'Charge from the street below',
  gridChargeW: 'Power of charging from the street',
  networkProfile: 'Network profile',
}

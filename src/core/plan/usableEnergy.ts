/** Energy figures of a battery as its maker declares them. */
export interface DeclaredEnergy {
  usableWh: number | null
  nominalWh: number | null
  depthOfDischarge: number | null
}

/**
 * P-7: the energy that can be taken from full, in Wh: as declared, else nominal times depth of discharge; never both.
 *
 * @returns `null` while neither is known
 * @example usableEnergyWh({ usableWh: null, nominalWh: 10_000, depthOfDischarge: 0.9 }) // 9000
 */
export const usableEnergyWh = ({ usableWh, nominalWh, depthOfDischarge }: DeclaredEnergy): number | null =>
  usableWh ?? (nominalWh === null || depthOfDischarge === null ? null : nominalWh * depthOfDischarge)

import type { Installation } from './installation'

/** Whether a house has PV, or may have: what nobody has said of an inverter's DC side is not taken for nothing. */
export const mayHavePv = ({ sources }: Pick<Installation, 'sources'>): boolean =>
  sources.pvAc.length > 0 || sources.units.some(({ pvDcW }) => pvDcW !== 0)

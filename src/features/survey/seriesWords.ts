/** What a year's series that is brought in can be of. */
export type SeriesKind = 'load' | 'pv' | 'price'
export const KIND_WORDS: Readonly<Record<SeriesKind, string>> = { load: 'Metering', pv: 'PV measured', price: 'Prices' }
export const stepWords = (stepH: number) => (stepH === 1 ? 'hours' : stepH === 0.5 ? 'half hours' : 'quarter hours')

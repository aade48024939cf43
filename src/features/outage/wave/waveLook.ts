import type { ColourName } from '@/look/palette'
import type { WaveDrawing } from './waveLayout'

export const WAVE_HEIGHT = 204
export const RMS_HEIGHT = 86
const TIME_HEIGHT = 24
export const LANE_HEIGHT = 84
/** Height of a drawing with its time axis. */
export const heightOf = ({ bottom }: WaveDrawing) => bottom + TIME_HEIGHT
export const RMS_BOTTOM = WAVE_HEIGHT + RMS_HEIGHT
const INKS: readonly ColourName[] = ['ink', 'grid', 'sun', 'neutral']

/** Colour of a channel's line, by its place. */
export const waveInk = (k: number): ColourName => INKS[k % INKS.length] as ColourName

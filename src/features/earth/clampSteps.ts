import type { EARTH_CURRENT_SLOTS } from '@/core/evidence/families/earthCurrent'
import type { EarthCurrentDecision } from '@/core/earthing/earthConductorCurrent'
import type { ColourName } from '@/look/palette'

/** One step of the clamp decision: what to do, and what is then asked. */
interface ClampStep {
  title: string
  tone: ColourName
  steps: readonly string[]
  asks: readonly (keyof typeof EARTH_CURRENT_SLOTS)[]
  /** The sources of the house are listed by name. */
  listsSources?: true
}

const NO_METAL = 'Touch no metal.'
const KEEP_OFF = 'Keep everybody off taps, pipes, enclosures and outdoor metal.'

/** E-11, step by step. Nothing here opens a conductor or defeats a protection. */
export const CLAMP_STEPS: Readonly<Record<'clamp' | 'quiet' | EarthCurrentDecision, ClampStep>> = {
  clamp: {
    title: 'Clamp it first.',
    tone: 'ink',
    steps: [
      'Open nothing. The clamp goes around the conductor to the electrode, and around nothing else.',
      'Again after fitting: that is the reading a later visit compares with.',
    ],
    asks: ['now'],
  },
  quiet: {
    title: 'Little flows.',
    tone: 'proven',
    steps: ['What filters and appliances leave. Kept as the reading to compare with.', 'Clamp again after fitting.'],
    asks: ['now'],
  },
  switchOff: {
    title: NO_METAL,
    tone: 'stop',
    steps: [KEEP_OFF, 'Switch the whole installation off, every local source with it.', 'Clamp again.'],
    asks: ['off', 'now'],
    listsSources: true,
  },
  network: {
    title: `${NO_METAL} It comes from the street.`,
    tone: 'stop',
    steps: [
      'Do not open this conductor. It may be the only way home for the street’s neutral.',
      KEEP_OFF,
      'Stand clear of it yourself.',
      'Call the network operator: “suspected broken neutral”. Keep what they say and their reference.',
      'Ask the neighbours whether their lights flicker or flare, from outside.',
    ],
    asks: ['told', 'reference', 'neighbours', 'now', 'off'],
  },
  inside: {
    title: 'It comes from inside.',
    tone: 'watch',
    steps: [
      `${NO_METAL.slice(0, -1)} while anything is on.`,
      'Look with the supply off: a second bond, a fault to earth, or leakage that adds up.',
      'Put it right, switch on again, and clamp as found.',
    ],
    asks: ['now'],
  },
}

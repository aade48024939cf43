/** Quarters a cycle. */
export const PER_CYCLE = 4

/** Where each quarter cycle begins, to the sample, and how far a carrier of nominal frequency has turned by then. */
export interface Quarters {
  starts: Int32Array
  cos: Float64Array
  sin: Float64Array
}

/** Cosine and sine of whole quarter turns. */
const QUARTER_TURNS: readonly (readonly [number, number])[] = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
]

function quartersOf(sampleCount: number, period: number): Quarters {
  const step = period / PER_CYCLE
  const count = Math.max(0, Math.floor((sampleCount - 1) / step))
  const starts = new Int32Array(count + 1)
  const cos = new Float64Array(count + 1)
  const sin = new Float64Array(count + 1)
  const radPerSample = (2 * Math.PI) / period
  for (let b = 0; b <= count; b++) {
    const start = Math.floor(b * step + 0.5)
    starts[b] = start
    // whole quarters are exact; what rounding to a sample adds is a small angle, and often none
    const [c, s] = QUARTER_TURNS[b % PER_CYCLE] as readonly [number, number]
    const rest = radPerSample * (start - b * step)
    const restCos = rest === 0 ? 1 : Math.cos(rest)
    const restSin = rest === 0 ? 0 : Math.sin(rest)
    cos[b] = c * restCos - s * restSin
    sin[b] = s * restCos + c * restSin
  }
  return { starts, cos, sin }
}

/** Samples that are added up before they are held against the carrier. */
const GROUP_BITS = 2
const GROUP = 1 << GROUP_BITS
/**
 * Where a cycle has at least so many samples, groups are taken: 40 or more of them a cycle. For the fundamental they say the same as the
 * samples one by one; of what lies 39 orders or more above it a fortieth at most comes through.
 */
const GROUPED_FROM_PERIOD = 40 * GROUP

/** The carrier from a quarter's own beginning, sample by sample and group by group, and the sums of it up to each: quarters differ in nothing but where they begin. */
export interface Carrier {
  cos: Float64Array
  sin: Float64Array
  cosSum: Float64Array
  sinSum: Float64Array
  groupCos: Float64Array
  groupSin: Float64Array
}

function carrierOf(period: number): Carrier {
  const length = Math.ceil(period) + 1
  const radPerSample = (2 * Math.PI) / period
  const cos = Float64Array.from({ length }, (_, k) => Math.cos(radPerSample * k))
  const sin = Float64Array.from({ length }, (_, k) => Math.sin(radPerSample * k))
  const cosSum = new Float64Array(length + 1)
  const sinSum = new Float64Array(length + 1)
  for (let k = 0; k < length; k++) {
    cosSum[k + 1] = (cosSum[k] as number) + (cos[k] as number)
    sinSum[k + 1] = (sinSum[k] as number) + (sin[k] as number)
  }
  // a group stands at its middle, made up for what the fundamental loses when it is added up over a group
  const gain = (GROUP * Math.sin(radPerSample / 2)) / Math.sin((GROUP * radPerSample) / 2)
  const groups = { length: period >= GROUPED_FROM_PERIOD ? length >> GROUP_BITS : 0 }
  const middle = (group: number) => radPerSample * (GROUP * group + (GROUP - 1) / 2)
  const groupCos = Float64Array.from(groups, (_, group) => gain * Math.cos(middle(group)))
  const groupSin = Float64Array.from(groups, (_, group) => gain * Math.sin(middle(group)))
  return { cos, sin, cosSum, sinSum, groupCos, groupSin }
}

/** Sums of each quarter cycle against the carrier: in phase, across, and plain. */
export interface QuarterSums {
  quarters: Quarters
  carrier: Carrier
  inPhase: Float64Array
  across: Float64Array
  plain: Float64Array
}

/** One quarter, by groups as far as they go, then by samples; turned to where the quarter begins. */
function sumQuarter(
  samples: Float64Array,
  { quarters, carrier, inPhase, across, plain }: QuarterSums,
  quarter: number,
): void {
  const { cos, sin, groupCos, groupSin } = carrier
  const start = quarters.starts[quarter] as number
  const length = (quarters.starts[quarter + 1] as number) - start
  const groups = Math.min(groupCos.length, length >> GROUP_BITS)
  let x = 0
  let y = 0
  let sum = 0
  let at = start
  for (let group = 0; group < groups; group++) {
    const early = (samples[at] as number) + (samples[at + 1] as number)
    const late = (samples[at + 2] as number) + (samples[at + 3] as number)
    const v = early + late
    at += GROUP
    x += v * (groupCos[group] as number)
    y += v * (groupSin[group] as number)
    sum += v
  }
  for (let k = groups << GROUP_BITS; k < length; k++) {
    const v = samples[start + k] as number
    x += v * (cos[k] as number)
    y += v * (sin[k] as number)
    sum += v
  }
  const c = quarters.cos[quarter] as number
  const s = quarters.sin[quarter] as number
  inPhase[quarter] = x * c - y * s
  across[quarter] = x * s + y * c
  plain[quarter] = sum
}

/**
 * Sums each quarter cycle of a wave against a carrier of nominal frequency, stretch by stretch: `until` goes on to a sample. A window of a
 * cycle is four of them, and so every sample is looked at once and not four times.
 *
 * @param period of the nominal frequency, in samples
 */
export function quarterSumming(samples: Float64Array, period: number) {
  const quarters = quartersOf(samples.length, period)
  const count = quarters.starts.length - 1
  const sums: QuarterSums = {
    quarters,
    carrier: carrierOf(period),
    inPhase: new Float64Array(count),
    across: new Float64Array(count),
    plain: new Float64Array(count),
  }
  let done = 0
  const until = (sample: number) => {
    const { starts } = quarters
    for (; done < count && (starts[done + 1] as number) <= sample; done++) sumQuarter(samples, sums, done)
  }
  return { sums, until }
}

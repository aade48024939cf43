/** One battery's controller: how hard it reacts, when, and what its current transformer sees. */
export interface Controller {
  gain: number
  delaySteps: number
  limitW: number
  startW: number
  /** 1 where the house's net load passes through its CT, else 0. */
  seesNet: number
  /** Whether battery 1 and battery 2 lie behind this CT, 0 or 1 each. */
  seesBattery: readonly number[]
  offsetW: number
  /** Import it is set to keep. */
  targetW: number
  deadbandW: number
}

export interface TwoControllersInput {
  mode: 'independent' | 'master'
  stepS: number
  durationS: number
  /** House load minus PV from a time on, in watts; import positive. */
  profile: readonly { atS: number; netW: number }[]
  controllers: readonly Controller[]
  /** Share of battery 1 under one master. */
  share: number
  settleBandW: number
}

export interface TwoControllers {
  settles: boolean
  crossEnergyWhPerHour: number
  meanP1W: number
  meanP2W: number
  gridPeakToPeakW: number
}

/** The run step by step, for the picture of who charges whom; watts, discharge positive. */
export interface TwoControllersRun {
  timeS: Float64Array
  netW: Float64Array
  p1W: Float64Array
  p2W: Float64Array
}

const MAX_STEPS = 2_000_000

function mustBeginAndGoOn(profile: TwoControllersInput['profile']): void {
  if (profile[0]?.atS !== 0) throw new RangeError(`profile[0].atS: must be 0, not ${profile[0]?.atS ?? 'missing'}`)
  const back = profile.findIndex(({ atS }, k) => k > 0 && atS <= (profile[k - 1] as { atS: number }).atS)
  if (back > 0)
    throw new RangeError(`profile[${back}].atS: must be later than the entry before, not ${profile[back]?.atS}`)
}

const clamp = (value: number, limit: number) => Math.min(limit, Math.max(-limit, value))

/**
 * P-13: simulates two batteries whose controllers each steer a current transformer, `u[k+1] = clamp(u[k] + g·meas[k − d])`, or one master over both.
 *
 * @throws RangeError for a run of more than two million steps or without any, and for a profile that does not begin at 0 s and go on from
 * there: what the house draws before its first entry is not known
 */
export function simulateTwoControllers({
  mode,
  stepS,
  durationS,
  profile,
  controllers,
  share,
}: TwoControllersInput): TwoControllersRun {
  const n = Math.round(durationS / stepS)
  if (!(n >= 1 && n <= MAX_STEPS))
    throw new RangeError(`durationS: ${durationS} s in steps of ${stepS} s is ${n} steps; 1 to ${MAX_STEPS} can be run`)
  mustBeginAndGoOn(profile)
  const [first, second] = controllers as readonly [Controller, Controller]
  const run: TwoControllersRun = {
    timeS: new Float64Array(n),
    netW: new Float64Array(n),
    p1W: new Float64Array(n),
    p2W: new Float64Array(n),
  }
  const acting =
    mode === 'master' ? [{ ...first, seesBattery: [1, 1], limitW: first.limitW + second.limitW }] : [first, second]
  const measured = acting.map(() => new Float64Array(n))
  const u = acting.map(({ startW }) => startW)
  let entry = 0
  for (let k = 0; k < n; k++) {
    while (entry + 1 < profile.length && (profile[entry + 1]?.atS ?? Infinity) <= k * stepS) entry++
    const { netW } = profile[entry] as { netW: number }
    const [u1 = 0, u2 = 0] = u
    const p1 = mode === 'master' ? clamp(share * u1, first.limitW) : u1
    const p2 = mode === 'master' ? clamp((1 - share) * u1, second.limitW) : u2
    run.timeS[k] = k * stepS
    run.netW[k] = netW
    run.p1W[k] = p1
    run.p2W[k] = p2
    acting.forEach((controller, i) => {
      const view =
        netW * controller.seesNet -
        (controller.seesBattery[0] ?? 0) * p1 -
        (controller.seesBattery[1] ?? 0) * p2 +
        controller.offsetW -
        controller.targetW
      const own = measured[i] as Float64Array
      own[k] = Math.abs(view) < controller.deadbandW ? 0 : view
      const back = k - controller.delaySteps
      u[i] = clamp((u[i] ?? 0) + controller.gain * (back >= 0 ? (own[back] as number) : 0), controller.limitW)
    })
  }
  return run
}

/**
 * P-13: what a run comes to: energy moved from one battery into the other per hour, and over its last fifth whether both settle
 * within the band, their mean powers and the swing at the grid.
 */
export function twoControllers(input: TwoControllersInput): TwoControllers {
  const { p1W, p2W, netW } = simulateTwoControllers(input)
  const n = p1W.length
  let cross = 0
  let [min1, max1, min2, max2, minG, maxG, sum1, sum2, tail] = [
    Infinity,
    -Infinity,
    Infinity,
    -Infinity,
    Infinity,
    -Infinity,
    0,
    0,
    0,
  ]
  for (let k = 0; k < n; k++) {
    const p1 = p1W[k] as number
    const p2 = p2W[k] as number
    cross += Math.min(Math.max(p1, 0), Math.max(-p2, 0)) + Math.min(Math.max(-p1, 0), Math.max(p2, 0))
    if (k < 0.8 * n) continue
    const grid = (netW[k] as number) - p1 - p2
    min1 = Math.min(min1, p1)
    max1 = Math.max(max1, p1)
    min2 = Math.min(min2, p2)
    max2 = Math.max(max2, p2)
    minG = Math.min(minG, grid)
    maxG = Math.max(maxG, grid)
    sum1 += p1
    sum2 += p2
    tail++
  }
  return {
    settles: max1 - min1 <= input.settleBandW && max2 - min2 <= input.settleBandW,
    crossEnergyWhPerHour: cross / n,
    meanP1W: sum1 / tail,
    meanP2W: sum2 / tail,
    gridPeakToPeakW: maxG - minG,
  }
}

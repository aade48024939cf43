/** Looks a cycle are enough to see that the wave has gone below the hysteresis, or come back from it; between two of them every sample counts. */
const LOOKS_PER_CYCLE = 32

/** How far the search for rising zero crossings has come, and what it found. */
interface CrossingSearch {
  at: number
  /** The wave has been below the hysteresis since the last crossing. */
  isArmed: boolean
  places: Float64Array
  count: number
}

const doubled = (values: Float64Array): Float64Array => {
  const grown = new Float64Array(2 * values.length)
  grown.set(values)
  return grown
}

function seekCrossings(samples: Float64Array, low: number, stride: number, to: number, search: CrossingSearch): void {
  let k = search.at
  let isArmed = search.isArmed
  let places = search.places
  let count = search.count
  // the last look may lie beyond the recording's end, and a crossing before it: also where a stretch before the last one looked so far
  const atEnd = to >= samples.length
  while (k < to || (atEnd && isArmed)) {
    if (!isArmed) {
      while (k < to && !((samples[k] as number) < low)) k += stride
      isArmed = k < to
    } else {
      while (k < to && !((samples[k] as number) >= 0)) k += stride
      if (k >= to && !atEnd) break
      let first = k - stride + 1
      while (first < samples.length && !((samples[first] as number) >= 0)) first++
      if (first >= samples.length) break
      const before = samples[first - 1] as number
      if (count === places.length) places = doubled(places)
      places[count++] = first - 1 + before / (before - (samples[first] as number))
      isArmed = false
    }
  }
  search.at = k
  search.isArmed = isArmed
  search.places = places
  search.count = count
}

/** Rising zero crossings sought stretch by stretch: `until` goes on to a sample. */
export function crossingSeeking(samples: Float64Array, nominalPeak: number, nominalPeriod: number) {
  const low = -0.15 * nominalPeak
  const stride = Math.max(1, Math.floor(nominalPeriod / LOOKS_PER_CYCLE))
  const search: CrossingSearch = { at: 0, isArmed: false, places: new Float64Array(1024), count: 0 }
  return {
    until: (sample: number) => seekCrossings(samples, low, stride, sample, search),
    found: () => search.places.subarray(0, search.count),
  }
}

/** Rising zero crossings, interpolated, with a hysteresis of 15 % of the nominal peak. */
export function risingCrossings(samples: Float64Array, nominalPeak: number, nominalPeriod: number): Float64Array {
  const { until, found } = crossingSeeking(samples, nominalPeak, nominalPeriod)
  until(samples.length)
  return found()
}

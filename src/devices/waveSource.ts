/** What a simulated recorder saw: a supply that leaves and an island that takes over. */
export interface WaveScenario {
  station: string
  rateHz: number
  durationS: number
  nominalV: number
  hz: number
  phases: 1 | 2 | 3
  gapStartS: number
  gapMs: number
  /** Phase jump at the return, degrees. */
  jumpDeg: number
  islandHz: number
  /** Noise, share of nominal. */
  noise: number
  seed: number
}

/** A small deterministic random source (mulberry32). */
export function seededRandom(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** Voltages of each phase, in volts, sample by sample. */
export function waveSamples(scenario: WaveScenario): Float64Array[] {
  const { rateHz, durationS, nominalV, hz, phases, gapStartS, gapMs, jumpDeg, islandHz, noise, seed } = scenario
  const random = seededRandom(seed)
  const shiftDeg = phases === 3 ? [0, -120, -240] : [0, 180]
  const count = Math.round(durationS * rateHz)
  const gapEndS = gapStartS + gapMs / 1000
  return Array.from({ length: phases }, (_, phase) => {
    const shift = ((shiftDeg[phase] ?? 0) * Math.PI) / 180
    return Float64Array.from({ length: count }, (_unused, k) => {
      const t = k / rateHz
      const disturbance = (random() + random() + random() - 1.5) * 2 * noise * nominalV
      if (t >= gapStartS && t < gapEndS) return disturbance
      const angle =
        t < gapStartS
          ? 2 * Math.PI * hz * t
          : 2 * Math.PI * (hz * gapEndS + islandHz * (t - gapEndS)) + (jumpDeg * Math.PI) / 180
      const harmonics = 0.015 * Math.sin(5 * (angle + shift)) + 0.01 * Math.sin(7 * (angle + shift))
      return Math.SQRT2 * nominalV * (Math.sin(angle + shift) + harmonics) + disturbance
    })
  })
}

/** The scenario as a COMTRADE 2013 single file with 16-bit data: what a recorder would hand over. */
export function waveAsSingleFile(scenario: WaveScenario): Uint8Array {
  const channels = waveSamples(scenario)
  const count = channels[0]?.length ?? 0
  const a = 0.02
  const row = 8 + 2 * channels.length
  const data = new DataView(new ArrayBuffer(count * row))
  for (let k = 0; k < count; k++) {
    data.setUint32(k * row, k + 1, true)
    data.setUint32(k * row + 4, Math.round((k * 1e6) / scenario.rateHz), true)
    channels.forEach((samples, c) =>
      data.setInt16(
        k * row + 8 + 2 * c,
        Math.max(-32767, Math.min(32767, Math.round((samples[k] as number) / a))),
        true,
      ),
    )
  }
  const configuration = [
    `${scenario.station},STANDIN,2013`,
    `${channels.length},${channels.length}A,0D`,
    ...channels.map((_, c) => `${c + 1},v${c + 1},${'ABC'[c]},,V,${a},0,0,-32767,32767,1,1,P`),
    String(Math.round(scenario.hz)),
    '1',
    `${scenario.rateHz},${count}`,
    '01/01/2026,00:00:00.000000',
    '01/01/2026,00:00:00.000000',
    'BINARY',
    '1',
    '0,0',
    'B,3',
  ].join('\r\n')
  const head = `--- file type: CFG ---\r\n${configuration}\r\n--- file type: INF ---\r\n--- file type: HDR ---\r\nSimulated recorder.\r\n--- file type: DAT BINARY: ${data.byteLength} ---\r\n`
  const headBytes = new TextEncoder().encode(head)
  const file = new Uint8Array(headBytes.length + data.byteLength)
  file.set(headBytes)
  file.set(new Uint8Array(data.buffer), headBytes.length)
  return file
}

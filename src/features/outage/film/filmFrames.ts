import type { FilmFrames } from '@/core/outage/filmGap'

/** The lamp's patch in the film's own pixels. */
export interface Patch {
  x: number
  y: number
  width: number
  height: number
}

/** Bounds of a film that is read: a minute of a fast phone. */
export const FILM_BOUNDS = { maxS: 60, maxFrames: 8000, maxBytes: 500 * 1024 * 1024 } as const

/** Before the first frame has shown how long one lasts. */
const FIRST_STEP_S = 1 / 120
const JUST_BEFORE_S = 0.0005
/** A seek that shows no frame within this time shows none at all: the film ends there. */
const PATIENCE_MS = 1500

export const UNREADABLE =
  'This browser cannot decode the film. Most phones write HEVC by default: set the camera to “most compatible” (H.264), or convert it to MP4, and film again.'

/** Opens a film without showing it. @throws Error in words a person can act on */
export async function openFilm(file: Blob): Promise<HTMLVideoElement> {
  const video = document.createElement('video')
  video.muted = true
  video.playsInline = true
  video.preload = 'auto'
  video.src = URL.createObjectURL(file)
  await new Promise<void>((resolve, reject) => {
    video.onloadeddata = () => resolve()
    video.onerror = () => reject(new Error(UNREADABLE))
  })
  if (video.videoWidth === 0) throw new Error(UNREADABLE)
  return video
}

/** Lets go of a film. */
export function closeFilm(video: HTMLVideoElement): void {
  const url = video.src
  video.removeAttribute('src')
  video.load()
  URL.revokeObjectURL(url)
}

/** Goes to a moment and gives the time of the frame that is shown then; `null` where none is. */
export function frameAt(video: HTMLVideoElement, atS: number): Promise<number | null> {
  return new Promise((resolve) => {
    const patience = setTimeout(() => resolve(null), PATIENCE_MS)
    video.requestVideoFrameCallback((_now, { mediaTime }) => {
      clearTimeout(patience)
      resolve(mediaTime)
    })
    video.currentTime = atS
  })
}

/** Mean luma of a patch of the frame that is shown, 0…255. */
export function brightnessOf(video: HTMLVideoElement, context: CanvasRenderingContext2D, patch: Patch): number {
  const { width, height } = context.canvas
  context.drawImage(video, patch.x, patch.y, patch.width, patch.height, 0, 0, width, height)
  const { data } = context.getImageData(0, 0, width, height)
  let sum = 0
  for (let k = 0; k < data.length; k += 4)
    sum += 0.2126 * (data[k] as number) + 0.7152 * (data[k + 1] as number) + 0.0722 * (data[k + 2] as number)
  return sum / (data.length / 4)
}

/** A canvas as large as the patch: what is scaled down leaves pixels out. */
export function patchCanvas({ width, height }: Patch): CanvasRenderingContext2D {
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(width))
  canvas.height = Math.max(1, Math.round(height))
  const context = canvas.getContext('2d', { willReadFrequently: true })
  if (context === null) throw new Error('This browser cannot draw the film’s frames.')
  return context
}

/** A frame with its own time and the brightness of the patch in it. */
interface SeenFrame {
  timeS: number
  brightness: number
}

/** Length of a film. Some carry none, and know it only once their end was looked for. */
async function durationOf(video: HTMLVideoElement): Promise<number> {
  if (!Number.isFinite(video.duration)) await frameAt(video, FILM_BOUNDS.maxS * 10)
  return Number.isFinite(video.duration) ? video.duration : FILM_BOUNDS.maxS
}

/** A step longer than the shortest by this much may hide a frame, and is looked into. */
const MAY_HIDE = 1.2

/** Looks at the frames of a film one after the other, by seeking: played through, browsers leave frames out. */
class FrameSeeker {
  readonly #context: CanvasRenderingContext2D
  #shortestS = FIRST_STEP_S
  #known = false

  constructor(
    private readonly video: HTMLVideoElement,
    private readonly patch: Patch,
    private readonly endS: number,
  ) {
    this.#context = patchCanvas(patch)
  }

  /** The frame that is shown at a moment. */
  async at(atS: number): Promise<SeenFrame | null> {
    const timeS = await frameAt(this.video, atS)
    return timeS === null ? null : { timeS, brightness: brightnessOf(this.video, this.#context, this.patch) }
  }

  /** The first frame that shows after one, from where the next but one would begin. */
  async #later({ timeS }: SeenFrame): Promise<SeenFrame | null> {
    for (let probeS = timeS + 1.5 * this.#shortestS; probeS <= this.endS + this.#shortestS; probeS += this.#shortestS) {
      const found = await this.at(probeS)
      if (found === null || found.timeS > timeS + JUST_BEFORE_S) return found
    }
    return null
  }

  /** The very next frame: what was found, unless another lies between. */
  async next(frame: SeenFrame): Promise<SeenFrame | null> {
    let found = await this.#later(frame)
    while (found !== null) {
      const stepS = found.timeS - frame.timeS
      if (this.#known && stepS <= MAY_HIDE * this.#shortestS) break
      const before = await this.at(found.timeS - JUST_BEFORE_S)
      if (before === null || before.timeS <= frame.timeS + JUST_BEFORE_S) break
      found = before
    }
    if (found === null) return null
    const stepS = found.timeS - frame.timeS
    this.#shortestS = this.#known ? Math.min(this.#shortestS, stepS) : stepS
    this.#known = true
    return found
  }
}

/**
 * Reads the brightness of a patch in every frame of a film, with the frames' own times.
 *
 * @param progress called with 0…1
 * @throws DOMException `AbortError` when the signal says so
 */
export async function readFilm(
  video: HTMLVideoElement,
  patch: Patch,
  { progress, signal }: { progress: (share: number) => void; signal: AbortSignal },
): Promise<FilmFrames> {
  const endS = Math.min(await durationOf(video), FILM_BOUNDS.maxS)
  const seeker = new FrameSeeker(video, patch, endS)
  const frames: SeenFrame[] = []
  for (let frame = await seeker.at(0); frame !== null; frame = await seeker.next(frame)) {
    signal.throwIfAborted()
    frames.push(frame)
    progress(Math.min(1, frame.timeS / endS))
    if (frames.length >= FILM_BOUNDS.maxFrames || frame.timeS >= endS) break
  }
  return {
    timeS: Float64Array.from(frames, ({ timeS }) => timeS),
    brightness: Float64Array.from(frames, ({ brightness }) => brightness),
  }
}

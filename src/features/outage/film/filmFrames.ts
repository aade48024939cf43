import { type FilmFrames, WHITE_LUMA } from '@/core/outage/filmFrames'

/** The lamp's patch in the film's own pixels. */
export interface Patch {
  x: number
  y: number
  width: number
  height: number
}

/** Bounds of what is read of a film: a minute of a fast phone. */
export const FILM_BOUNDS = { maxS: 60, maxFrames: 8000, maxBytes: 500 * 1024 * 1024 } as const

/** Before the first frame has shown how long one lasts. */
const FIRST_STEP_S = 1 / 120
const JUST_BEFORE_S = 0.0005
/** A seek that is over and shows no frame within this time shows none: the film ends there, or the device is slow. */
const PATIENCE_MS = 2500
/** A seek that is not over by then is given up. */
const SEEK_MS = 20_000
/** So often a moment is looked for, before the device is said to show nothing there. */
const TRIES = 3
/** A film may say that it is longer than its frames are by so much. */
const LOOSE_END_S = 0.5

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

const noFrameAt = (atS: number) =>
  `This device shows no frame at ${atS.toFixed(2)} s of the film, so frames would be missing. Nothing is kept: close what else is running, or cut the film to the seconds around the outage.`

/** Goes to a moment and gives the time of the frame that is shown then; `null` where none came. A slow device is waited for. */
export function frameAt(video: HTMLVideoElement, atS: number): Promise<number | null> {
  return new Promise((resolve) => {
    let patience = setTimeout(() => end(null), SEEK_MS)
    const sought = () => {
      clearTimeout(patience)
      patience = setTimeout(() => end(null), PATIENCE_MS)
    }
    const end = (timeS: number | null) => {
      clearTimeout(patience)
      video.removeEventListener('seeked', sought)
      video.cancelVideoFrameCallback(shown)
      resolve(timeS)
    }
    video.addEventListener('seeked', sought)
    const shown = video.requestVideoFrameCallback((_now, { mediaTime }) => end(mediaTime))
    video.currentTime = atS
  })
}

/** How far away a moment is left for, before it is looked for again: a frame that already stands there is not shown anew. */
const AWAY_S = 0.3

/** The same as `frameAt`, for the first time or again. */
async function frameAgain(video: HTMLVideoElement, atS: number, tries: number): Promise<number | null> {
  if (tries > 0) await frameAt(video, atS > AWAY_S ? atS - AWAY_S : atS + AWAY_S)
  return frameAt(video, atS)
}

/** A frame's own time, as its film has it and as it is told after a seek, differs by no more. */
const SAME_FRAME_S = 0.001

/** Brings up the frame that has this time; answers whether the device shows it, and no other. */
export async function showFrame(video: HTMLVideoElement, frameS: number): Promise<boolean> {
  for (let tries = 0; tries < TRIES; tries++) {
    const timeS = await frameAgain(video, frameS + JUST_BEFORE_S, tries)
    if (timeS !== null && Math.abs(timeS - frameS) < SAME_FRAME_S) return true
  }
  return false
}

/** Light of a patch: its mean luma, 0…255, and the share of it that comes from pixels as bright as a film can show. */
interface PatchLight {
  brightness: number
  whiteShare: number
}

/** Light of a patch of the frame that is shown. */
export function lightOf(frame: CanvasImageSource, context: CanvasRenderingContext2D, patch: Patch): PatchLight {
  const { width, height } = context.canvas
  context.drawImage(frame, patch.x, patch.y, patch.width, patch.height, 0, 0, width, height)
  const { data } = context.getImageData(0, 0, width, height)
  let sum = 0
  let white = 0
  for (let k = 0; k < data.length; k += 4) {
    const luma = 0.2126 * (data[k] as number) + 0.7152 * (data[k + 1] as number) + 0.0722 * (data[k + 2] as number)
    sum += luma
    if (luma >= WHITE_LUMA) white += luma
  }
  return { brightness: sum / (data.length / 4), whiteShare: sum === 0 ? 0 : white / sum }
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

/** A frame with its own time and the light of the patch in it. */
interface SeenFrame extends PatchLight {
  timeS: number
}

/** Length of a film. Some carry none, and know it only once their end was looked for. */
export async function durationOf(video: HTMLVideoElement): Promise<number> {
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

  /**
   * The frame that is shown at a moment; `null` where the film is over.
   *
   * @throws Error where the device shows none in the middle of the film: a frame that is left out would shorten or stretch what is measured
   */
  async at(atS: number): Promise<SeenFrame | null> {
    for (let tries = 0; tries < TRIES; tries++) {
      const timeS = await frameAgain(this.video, atS, tries)
      if (timeS !== null) return { timeS, ...lightOf(this.video, this.#context, this.patch) }
      if (atS >= this.endS - LOOSE_END_S) return null
    }
    throw new Error(noFrameAt(atS))
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

/** Which minute of a film is read, and how its reading is followed. */
export interface FilmReading {
  /** From here on, in the film's own time; a minute of it at most. */
  fromS: number
  progress: (share: number) => void
  signal: AbortSignal
}

/**
 * Reads the brightness of a patch in every frame of a film, or of a minute of it, with the frames' own times.
 *
 * @param reading its `progress` is called with 0…1
 * @throws DOMException `AbortError` when the signal says so; Error where the device shows no frame in the middle of the film
 */
export async function readFilm(
  video: HTMLVideoElement,
  patch: Patch,
  { fromS, progress, signal }: FilmReading,
): Promise<FilmFrames> {
  const endS = Math.min(await durationOf(video), fromS + FILM_BOUNDS.maxS)
  const seeker = new FrameSeeker(video, patch, endS)
  const frames: SeenFrame[] = []
  for (let frame = await seeker.at(fromS); frame !== null; frame = await seeker.next(frame)) {
    signal.throwIfAborted()
    frames.push(frame)
    progress(Math.min(1, (frame.timeS - fromS) / (endS - fromS)))
    if (frames.length >= FILM_BOUNDS.maxFrames || frame.timeS >= endS) break
  }
  return {
    timeS: Float64Array.from(frames, ({ timeS }) => timeS),
    brightness: Float64Array.from(frames, ({ brightness }) => brightness),
    whiteShare: Float64Array.from(frames, ({ whiteShare }) => whiteShare),
  }
}

/** Brightness of a lamp's patch, frame by frame; times are the frames' own in the file, never a nominal rate. */
export interface FilmFrames {
  timeS: Float64Array
  /** Mean luma of the patch, 0…255. */
  brightness: Float64Array
  /** Share of that which comes from pixels as bright as the film can show; `null` where only the mean is known. */
  whiteShare: Float64Array | null
}

/** A pixel this bright, or a patch whose mean is, may be any brighter. */
export const WHITE_LUMA = 250

import { fromPicture } from './preparePicture'

export const LOGO_MAX_BYTES = 4 * 1024 * 1024
const WIDEST_PX = 900
const HIGHEST_PX = 300

/**
 * A crew's logo made fit to print at the head of a pack: at most 900 × 300 px, without metadata, as PNG so that it keeps its transparent ground.
 *
 * @throws Problem as `fromPicture` does
 */
export const prepareLogo = (bytes: Uint8Array): Promise<Uint8Array> =>
  fromPicture(
    bytes,
    async (image) =>
      new Uint8Array(
        await image
          .rotate()
          .resize({ width: WIDEST_PX, height: HIGHEST_PX, fit: 'inside', withoutEnlargement: true })
          .png({ compressionLevel: 9 })
          .toBuffer(),
      ),
  )

import { Problem } from '../problem'
import { pictureFormat } from './pictureFormat'
import { type PreparedPicture, fromPicture, preparePicture } from './preparePicture'
import { smallPicture } from './smallPicture'

/**
 * A picture that was prepared once already, as another server of the crew kept it: its bytes stay as they are, so that its digest does. One with metadata,
 * or in another format, is prepared as any other.
 *
 * @returns `null` for what is no picture, or a damaged one
 */
export async function keptPicture(bytes: Uint8Array): Promise<Omit<PreparedPicture, 'takenAt'> | null> {
  try {
    const plain = await fromPicture(bytes, async (image) => {
      const { exif, xmp, iptc } = await image.metadata()
      const small = await smallPicture(bytes)
      return exif || xmp || iptc ? null : small
    })
    return plain !== null && pictureFormat(bytes) === 'jpeg'
      ? { jpeg: bytes, small: plain }
      : await preparePicture(bytes)
  } catch (error) {
    if (error instanceof Problem && error.status === 415) return null
    throw error
  }
}

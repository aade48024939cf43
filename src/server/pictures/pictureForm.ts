import { boundedForm } from '../boundedBody'
import { Problem } from '../problem'
import { PICTURE_MAX_BYTES } from './preparePicture'

/** Room for the fields beside the picture. */
const FIELDS_BYTES = 64 * 1024

/** A form with one picture in it. */
export interface PictureForm {
  fileName: string
  bytes: Uint8Array
  field: (name: string) => FormDataEntryValue | null
}

/**
 * Reads an upload of one picture.
 *
 * @throws Problem 400 without a picture, 413 for more than one may weigh
 */
export async function pictureForm(request: Request): Promise<PictureForm> {
  const form = await boundedForm(request, PICTURE_MAX_BYTES + FIELDS_BYTES)
  const file = form.get('file')
  if (!(file instanceof Blob)) throw new Problem(400, 'No picture was sent.')
  return {
    fileName: file instanceof File ? file.name : 'picture.jpg',
    bytes: new Uint8Array(await file.arrayBuffer()),
    field: (name) => form.get(name),
  }
}

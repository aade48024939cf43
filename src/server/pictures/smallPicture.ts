import sharp from 'sharp'

const LONGEST_SIDE_PX = 460
const QUALITY = 62

/** A picture as a report prints it, three to a row. */
export async function smallPicture(picture: Uint8Array): Promise<Uint8Array> {
  const jpeg = await sharp(picture)
    .resize({ width: LONGEST_SIDE_PX, height: LONGEST_SIDE_PX, fit: 'inside', withoutEnlargement: true })
    .jpeg({ quality: QUALITY })
    .toBuffer()
  return new Uint8Array(jpeg)
}

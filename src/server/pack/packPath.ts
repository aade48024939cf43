import type { Attachment } from '@/core/evidence/point'

/** A file name that no unpacker can take for a path out of its folder. */
const plainName = (name: string) =>
  name
    .replace(/[^\p{L}\p{N}._-]+/gu, '_')
    .replace(/^\.+/, '_')
    .slice(0, 80)

/** Where an attachment stands in the pack: numbered, so that no two of a job can ever share a name. */
export const packPath = ({ kind, fileName }: Pick<Attachment, 'kind' | 'fileName'>, k: number) =>
  `${kind === 'picture' ? 'pictures' : 'recordings'}/${String(k + 1).padStart(3, '0')}-${plainName(fileName)}`

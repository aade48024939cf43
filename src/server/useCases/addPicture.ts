import { signedBy } from '../access'
import * as yup from 'yup'
import { addAttachment } from '@/db/queries/evidence'
import { storePicture } from '@/db/queries/smallPictures'
import { id, instant, required, words } from '@/schemas/fields'
import { jobOfActor } from '../jobAccess'
import { refuseConflict } from '../problem'
import { preparePicture } from '../pictures/preparePicture'
import { defineUseCase } from '../useCase'

/** Adds a picture to a thing of the job. */
export const addPicture = defineUseCase({
  name: 'addPicture',
  via: 'route',
  schema: yup.object({
    id: id().required(),
    jobId: id('job').required(),
    subject: words('Subject', 40).required(required('Subject')),
    fileName: words('File name', 120).default('picture.jpg'),
    takenAt: instant('Time').nullable().default(null),
    bytes: yup.mixed<Uint8Array>().required(required('Picture')),
  }),
  run: async (db, actor, input) => {
    await jobOfActor(db, actor, input.jobId)
    const picture = await preparePicture(input.bytes)
    return db.transaction(async (tx) => {
      const sha256 = await storePicture(tx, picture)
      const insertion = await addAttachment(tx, {
        id: input.id,
        jobId: input.jobId,
        kind: 'picture',
        subject: input.subject,
        fileName: input.fileName.replace(/\.\w+$/, '') + '.jpg',
        sha256,
        takenAt: picture.takenAt ?? input.takenAt,
        addedBy: actor.userId,
        ...signedBy(actor),
      })
      refuseConflict(insertion, 'picture')
      return { id: input.id, sha256, takenAt: picture.takenAt ?? input.takenAt }
    })
  },
})

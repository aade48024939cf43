import { appDatabase } from '@/db/client'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { boundedForm } from '@/server/boundedBody'
import { formFile } from '@/server/formFile'
import { LOGO_MAX_BYTES } from '@/server/pictures/prepareLogo'
import { call } from '@/server/useCase'
import { changeLetterHead } from '@/server/useCases/habits'

/** The lines of a crew's letter head, with another logo where one is sent. */
export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    const form = await boundedForm(request, LOGO_MAX_BYTES + 64 * 1024)
    const picture = await formFile(form, 'file')
    return Response.json(
      await call(changeLetterHead, appDatabase().db, actor, {
        // a form writes its line breaks in two characters
        letterHead: String(form.get('letterHead') ?? '')
          .replaceAll('\r\n', '\n')
          .trim(),
        logo: picture ? 'put' : (form.get('logo') ?? 'keep'),
        bytes: picture?.bytes ?? null,
      }),
    )
  })
}

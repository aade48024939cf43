import { Problem } from './problem'

/**
 * A request's body in memory, read only as far as `maxBytes`.
 *
 * @throws Problem 413 when it is longer, whatever its header says
 */
export async function boundedBody(request: Request, maxBytes: number): Promise<Uint8Array<ArrayBuffer>> {
  const tooLarge = () =>
    new Problem(
      413,
      `That is larger than ${maxBytes >= 1048576 ? `${Math.round(maxBytes / 1048576)} MB` : `${Math.round(maxBytes / 1024)} KB`}. Nothing was stored.`,
    )
  if (Number(request.headers.get('content-length') ?? 0) > maxBytes) throw tooLarge()
  const parts: Uint8Array[] = []
  let length = 0
  if (request.body) {
    for await (const part of request.body as unknown as AsyncIterable<Uint8Array>) {
      length += part.length
      if (length > maxBytes) throw tooLarge()
      parts.push(part)
    }
  }
  const whole = new Uint8Array(length)
  let at = 0
  for (const part of parts) {
    whole.set(part, at)
    at += part.length
  }
  return whole
}

/** JSON of a bounded body. @throws Problem 400 when it is none, 413 when too long */
export async function boundedJson(request: Request, maxBytes: number): Promise<unknown> {
  const bytes = await boundedBody(request, maxBytes)
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes))
  } catch {
    throw new Problem(400, 'The request is not JSON. Nothing was stored.')
  }
}

/** Form fields and files of a bounded multipart body. @throws Problem 400 or 413 */
export async function boundedForm(request: Request, maxBytes: number): Promise<FormData> {
  const bytes = await boundedBody(request, maxBytes)
  try {
    return await new Response(bytes, {
      headers: { 'content-type': request.headers.get('content-type') ?? '' },
    }).formData()
  } catch {
    throw new Problem(400, 'The upload could not be read. Nothing was stored; send it again.')
  }
}

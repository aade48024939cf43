/**
 * A file of a form with its name; `null` where none was chosen, or an empty one.
 *
 * @example await formFile(form, 'file') // { name: 'plate.jpg', bytes: Uint8Array(…) }
 */
export async function formFile(
  form: FormData,
  name: string,
): Promise<{ name: string; bytes: Uint8Array<ArrayBuffer> } | null> {
  const file = form.get(name)
  if (!(file instanceof File) || file.size === 0) return null
  return { name: file.name, bytes: new Uint8Array(await file.arrayBuffer()) }
}

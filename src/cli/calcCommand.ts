import { text } from 'node:stream/consumers'
import { ValidationError } from 'yup'
import { CALC_CODES } from './calcCodes'
import { BadCall, parsed, print } from './call'

/** `calc CODE`: one formula on the object, or each of the array, that comes on standard input. */
export async function calc([code = '']: string[]): Promise<number> {
  const chosen = Object.hasOwn(CALC_CODES, code) ? CALC_CODES[code] : undefined
  if (!chosen) throw new BadCall(`calc: no code “${code}”; there are ${Object.keys(CALC_CODES).join(', ')}`)
  const input = parsed(await text(process.stdin), 'calc: standard input')
  const one = (entry: unknown) => {
    if (typeof entry !== 'object' || entry === null || Array.isArray(entry))
      throw new BadCall('each entry must be a JSON object')
    return chosen.run(entry)
  }
  if (!Array.isArray(input)) {
    print(one(input))
    return 0
  }
  print(
    input.map((entry) => {
      try {
        return one(entry)
      } catch (error) {
        if (error instanceof ValidationError || error instanceof RangeError || error instanceof BadCall)
          return { error: error.message }
        throw error
      }
    }),
  )
  return 0
}

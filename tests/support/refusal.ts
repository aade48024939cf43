import { Problem } from '@/server/problem'

/** How a use case refused: status and words; `null` where it did not. Anything that is no refusal is thrown on. */
export async function refusal(work: Promise<unknown>): Promise<[status: number, message: string] | null> {
  try {
    await work
    return null
  } catch (error) {
    if (error instanceof Problem) return [error.status, error.message]
    throw error
  }
}

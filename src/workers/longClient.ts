import { proxy, wrap } from 'comlink'
import type { NamedBytes } from '@/core/outage/recording'
import type { FieldIssue, Result } from '@/core/result'
import type { RulePack } from '@/core/rules/rulePack'
import type { LookedThrough, longCalls } from './longCalls'

/** A thread that holds one long recording open; whoever makes one ends it. */
export interface LongThread {
  /** @throws Error when the thread dies or cannot load */
  lookThrough: (
    files: readonly File[],
    rules: RulePack,
    onProgress: (share: number) => void,
  ) => Promise<Result<LookedThrough, FieldIssue>>
  /** The files of a part, as recordings of their own. */
  part: (index: number) => Promise<NamedBytes[]>
  end: () => void
}

const longWorker = () => new Worker(new URL('./long.worker.ts', import.meta.url), { type: 'module' })

/** Starts a thread that reads recordings which are larger than the memory they may take. */
export function startLong(): LongThread {
  const thread = longWorker()
  const death = new Promise<never>((_, reject) =>
    thread.addEventListener('error', (event) => reject(new Error(event.message || 'the worker did not load'))),
  )
  death.catch(() => undefined)
  const calls = wrap<typeof longCalls>(thread)
  return {
    lookThrough: (files, rules, onProgress) =>
      Promise.race([
        calls.lookThrough(files, rules, proxy(onProgress)) as Promise<Result<LookedThrough, FieldIssue>>,
        death,
      ]),
    part: (index) => Promise.race([calls.part(index), death]),
    end: () => thread.terminate(),
  }
}

import { type Remote, wrap } from 'comlink'

const wrapped = new WeakMap<Worker, unknown>()

/**
 * The calls of a thread, wrapped once as long as it lives: comlink has a thread stop listening as soon as any wrapping of it is forgotten.
 *
 * @example await callsOf<typeof recordingCalls>(thread).analyse(files, rules)
 */
export function callsOf<Calls>(thread: Worker): Remote<Calls> {
  const calls = wrapped.get(thread) ?? wrap<Calls>(thread)
  wrapped.set(thread, calls)
  return calls as Remote<Calls>
}

/**
 * Runs `run` against a worker's calls and ends the thread afterwards, whatever comes of it.
 *
 * @throws Error when the thread dies or cannot load: comlink hears messages only, and its caller would wait for ever
 */
export async function withWorker<Calls, T>(
  start: () => Worker,
  run: (calls: Remote<Calls>) => Promise<T>,
  signal?: AbortSignal,
): Promise<T> {
  const thread = start()
  const stopped = new Promise<never>((_, reject) => {
    thread.addEventListener('error', (event) => reject(new Error(event.message || 'the worker did not load')))
    signal?.addEventListener('abort', () => reject(new DOMException('cancelled', 'AbortError')))
  })
  try {
    return await Promise.race([run(callsOf<Calls>(thread)), stopped])
  } finally {
    thread.terminate()
  }
}

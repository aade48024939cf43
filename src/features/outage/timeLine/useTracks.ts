import { useCallback, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { LOG_BOUNDS } from '@/core/powerLog/logBounds'
import { NO_MARKS } from '@/core/powerLog/logMarks'
import type { RulePack } from '@/core/rules/rulePack'
import { analyseLogInWorker, analysePickedInWorker, logHeadInWorker } from '@/workers/clients'
import { type LoadedTrack, logTrack, waveTrack } from './loadedTrack'

/** Tracks of one time line at most: more lanes than that nobody reads. */
const MOST_TRACKS = 12
const stem = (name: string) => name.replace(/\.[^.]+$/, '')
const isPart = (name: string) => /\.(cfg|dat)$/i.test(name)

/** Files that belong together: a configuration with its data, every other by itself. */
function grouped(files: readonly File[]): File[][] {
  const groups = new Map<string, File[]>()
  for (const file of files) {
    const key = isPart(file.name) ? stem(file.name) : file.name
    groups.set(key, [...(groups.get(key) ?? []), file])
  }
  return [...groups.values()]
}

/** What is known of the house that a file is of. */
interface House {
  timeZone: string | null
  hasPv: boolean
}

/**
 * Reads a recording, or where it is none a power log by the columns that its own words propose.
 *
 * @throws Error with what is wrong with the file
 */
async function read(files: readonly File[], rules: RulePack, { timeZone, hasPv }: House): Promise<LoadedTrack> {
  const name = files.map((file) => file.name).join(', ')
  const wave = await analysePickedInWorker(files, rules)
  if (wave.ok) return waveTrack(uuidv7(), name, wave.value, timeZone)
  const [file] = files
  const mayBeLog = file && files.length === 1 && /\.(csv|txt|tsv)$/i.test(file.name) && file.size <= LOG_BOUNDS.maxBytes
  if (!mayBeLog) throw new Error(wave.error.message)
  const bytes = new Uint8Array(await file.arrayBuffer())
  const { proposed } = await logHeadInWorker(bytes)
  if (!proposed) throw new Error(`${file.name}: no recording (${wave.error.message}), and no log with a time`)
  const log = await analyseLogInWorker(bytes, proposed, { ...NO_MARKS, planned: { pv: hasPv } }, rules)
  if (!log.ok) throw new Error(`${file.name}: ${log.error.message}`)
  return logTrack(uuidv7(), name, log.value, timeZone)
}

/** Recordings and logs that were laid on the time line; they stay on this device. */
export function useTracks(rules: RulePack, { timeZone, hasPv }: House) {
  const [tracks, setTracks] = useState<readonly LoadedTrack[]>([])
  const [faults, setFaults] = useState<readonly string[]>([])
  const [busy, setBusy] = useState(false)
  const add = useCallback(
    async (files: readonly File[]) => {
      setBusy(true)
      setFaults([])
      for (const group of grouped(files))
        try {
          const track = await read(group, rules, { timeZone, hasPv })
          setTracks((old) => [...old, track].slice(0, MOST_TRACKS))
        } catch (error) {
          setFaults((old) => [...old, error instanceof Error ? error.message : 'A file could not be read.'])
        }
      setBusy(false)
    },
    [rules, timeZone, hasPv],
  )
  const remove = (id: string) => setTracks((old) => old.filter((track) => track.id !== id))
  return { tracks, faults, busy, add, remove }
}

import { MAX_TABLE_BYTES } from '@/core/exchange/tableBounds'
import { readFilmCsv } from '@/core/exchange/filmCsv'
import { filmGap } from '@/core/outage/filmGap'
import { BadCall, bytesOf, print, wordOption } from './call'

const LAMPS = ['filament', 'led'] as const

/** `film FRAMES.csv [--lamp filament|led]`: the gap from the brightness of a lamp, frame by frame (T-13). */
export function film(args: string[]): number {
  const lamp = wordOption(args, '--lamp', LAMPS) ?? 'filament'
  const [path] = args
  if (!path) throw new BadCall('film: name a file of frames')
  const frames = readFilmCsv(new TextDecoder().decode(bytesOf(path, MAX_TABLE_BYTES)))
  if (!frames.ok) throw new BadCall(`${path}: ${frames.error.path}: ${frames.error.message}`)
  print(filmGap(frames.value, lamp))
  return 0
}

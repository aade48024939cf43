import { existsSync, readFileSync, statSync } from 'node:fs'
import { MAX_TABLE_BYTES } from '@/core/exchange/csvTable'
import { readProfileCsv } from '@/core/exchange/profileCsv'
import type { YearProfile } from '@/core/plan/yearProfile'
import { type FieldIssue, type Result, err } from '@/core/result'

/** Reads a year's profile (`hour,load_W,pv_W`) from a file the caller named; refused before reading when it is too large. */
export function readProfileFile(path: string): Result<YearProfile, FieldIssue> {
  if (!existsSync(path) || !statSync(path).isFile())
    return err({ path: 'profileCsv', message: 'there is no such file' })
  if (statSync(path).size > MAX_TABLE_BYTES)
    return err({ path: 'profileCsv', message: `larger than ${MAX_TABLE_BYTES / 1024 / 1024} MB` })
  return readProfileCsv(readFileSync(path, 'utf8'))
}

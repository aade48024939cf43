import { existsSync, readFileSync, statSync } from 'node:fs'
import { MAX_TABLE_BYTES } from '@/core/exchange/tableBounds'
import { readSeriesCsv } from '@/core/exchange/seriesCsv'
import { readProfileCsv } from '@/core/exchange/profileCsv'
import type { YearProfile } from '@/core/plan/yearProfile'
import { type FieldIssue, type Result, err, ok } from '@/core/result'

/** A table that the caller named, refused before reading where it is not there or too large. */
function tableText(path: string, field: string): Result<string, FieldIssue> {
  if (!existsSync(path) || !statSync(path).isFile()) return err({ path: field, message: 'there is no such file' })
  if (statSync(path).size > MAX_TABLE_BYTES)
    return err({ path: field, message: `larger than ${MAX_TABLE_BYTES / 1024 / 1024} MB` })
  return ok(readFileSync(path, 'utf8'))
}

/** Reads a year's profile (`hour,load_W,pv_W`) from a file the caller named. */
export function readProfileFile(path: string): Result<YearProfile, FieldIssue> {
  const text = tableText(path, 'profileCsv')
  return text.ok ? readProfileCsv(text.value) : text
}

/** Reads a year's prices (`halfHour,price`) from a file the caller named. */
export function readPriceFile(path: string): Result<Float64Array, FieldIssue> {
  const text = tableText(path, 'priceCsv')
  if (!text.ok) return text
  const read = readSeriesCsv(text.value, { timeColumn: -1, valueColumn: 1, unit: 'price' })
  return read.ok ? ok(read.value.values) : read
}

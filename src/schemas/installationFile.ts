import { type ParseError, parse } from 'jsonc-parser'
import { ValidationError } from 'yup'
import { type FieldIssue, type Result, err, ok } from '@/core/result'
import type { InstallationGraph } from '@/core/wiring/installationGraph'
import { graphSchema } from './installationGraph'

/** What the first two lines of an installation file say. */
export const FILE_FORMAT = 'awlbright-installation'
export const FILE_VERSION = 1
/** Largest file that is read: a house has some tens of kilobytes. */
export const MOST_FILE_BYTES = 2_000_000
const MOST_ISSUES = 50
const MOST_DEPTH = 50

/** A wiring as a file: our own open JSON, described by `docs/formats/installation.schema.json`. */
export const installationFile = (graph: InstallationGraph): string =>
  `${JSON.stringify({ format: FILE_FORMAT, version: FILE_VERSION, installation: graph }, null, 2)}\n`

/**
 * Reads an installation file. What is not JSON is told by line and column, what does not fit by its path with the value that was there;
 * nothing is taken over in part.
 */
export function readInstallationFile(text: string): Result<InstallationGraph, FieldIssue[]> {
  if (text.length > MOST_FILE_BYTES)
    return err([
      {
        path: '',
        message: `The file is larger than ${MOST_FILE_BYTES / 1e6} MB; no installation is. Nothing was read.`,
      },
    ])
  const faults: ParseError[] = []
  // the parser goes down a level for each bracket, and no installation has more than a few
  if (deeperThan(text, MOST_DEPTH))
    return err([{ path: '', message: 'The file is nested more deeply than any installation. Nothing was read.' }])
  const parsed: unknown = parse(text.replace(/^\uFEFF/, ''), faults, {
    disallowComments: true,
    allowTrailingComma: false,
  })
  const [fault] = faults
  if (fault) return err([{ path: '', message: `This is not JSON: ${whereOf(text, fault.offset)}.` }])
  if (typeof parsed !== 'object' || parsed === null || Array.isArray(parsed))
    return err([{ path: '', message: 'An installation file holds one object with format, version and installation.' }])
  const { format, version, installation } = parsed as Record<string, unknown>
  if (format !== FILE_FORMAT)
    return err([{ path: 'format', message: `format must be “${FILE_FORMAT}”; here it is ${shown(format)}.` }])
  if (version !== FILE_VERSION)
    return err([{ path: 'version', message: `version must be ${FILE_VERSION}; here it is ${shown(version)}.` }])
  try {
    return ok(graphSchema.validateSync(installation, { abortEarly: false, stripUnknown: true }))
  } catch (error) {
    if (!ValidationError.isError(error)) throw error
    const issues = (error.inner.length > 0 ? error.inner : [error]).map(({ path = '', message }): FieldIssue => ({
      path: `installation${path && `.${path}`}`,
      message: `${message.startsWith(path) && path ? `installation.${message}` : message.replace(/^this\b/, 'installation')}; here it is ${shown(valueAt(installation, path))}`,
    }))
    return err(
      issues.length > MOST_ISSUES
        ? [...issues.slice(0, MOST_ISSUES), { path: '', message: `And ${issues.length - MOST_ISSUES} more.` }]
        : issues,
    )
  }
}

/** Whether brackets stand open in each other more deeply than `most`; those within strings do not count. */
function deeperThan(text: string, most: number): boolean {
  let depth = 0
  let inString = false
  for (let k = 0; k < text.length; k++) {
    const sign = text.charCodeAt(k)
    if (inString && sign === 92) k++
    else if (sign === 34) inString = !inString
    else if (!inString && (sign === 91 || sign === 123) && ++depth > most) return true
    else if (!inString && (sign === 93 || sign === 125)) depth--
  }
  return false
}

/** Line and column of a place in a text. */
function whereOf(text: string, at: number): string {
  const before = text.slice(0, at).split('\n')
  return `line ${before.length}, column ${(before.at(-1)?.length ?? 0) + 1}`
}

const shown = (value: unknown): string => {
  const text = value === undefined ? 'missing' : (JSON.stringify(value) ?? typeof value)
  return text.length > 60 ? `${text.slice(0, 57)}…` : text
}

/** The value a path such as `edges[3].from` leads to; names of the object's own chain lead nowhere. */
function valueAt(root: unknown, path: string): unknown {
  let at: unknown = root
  for (const step of path.match(/[^.[\]"]+/g) ?? [])
    at =
      typeof at === 'object' && at !== null && Object.hasOwn(at, step)
        ? (at as Record<string, unknown>)[step]
        : undefined
  return at
}

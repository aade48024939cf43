import * as zlib from 'node:zlib'
import { crc32 as plainCrc32 } from '@/core/pack/crc32'

/** The checksum of a zip's files, by the platform where it has one: Node has it since 20.15. */
export const crc32 = (zlib as { crc32?: (bytes: Uint8Array, before?: number) => number }).crc32 ?? plainCrc32

/** A file that is read piece by piece, since it is larger than the memory it may take. */
export interface PieceFile {
  name: string
  size: number
  /** Bytes from one place up to and without another; both lie within the file. */
  read: (from: number, to: number) => Uint8Array
}

/** A stretch of another file as a file of its own; its name is kept, for messages. */
export const stretchOf = (file: PieceFile, from: number, to: number): PieceFile => ({
  name: file.name,
  size: to - from,
  read: (first, after) => file.read(from + first, from + after),
})

/** Bytes in memory as such a file. */
export const pieceFileOf = (name: string, bytes: Uint8Array): PieceFile => ({
  name,
  size: bytes.length,
  read: (from, to) => bytes.subarray(from, to),
})

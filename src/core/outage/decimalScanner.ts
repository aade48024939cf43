/** Reads decimal numbers out of bytes without making a string for each: recordings in text run to millions of them. */
export class DecimalScanner {
  at = 0
  line = 1

  constructor(
    readonly bytes: Uint8Array,
    /** Byte that stands for the decimal mark, `.` or `,`. */
    private readonly decimalMark = 0x2e,
  ) {}

  /** A number from the current place, or `NaN` when there is none; stops after the last byte that belongs to it. */
  number(): number {
    const { bytes } = this
    let at = this.at
    while (bytes[at] === 0x20) at++
    let sign = 1
    if (bytes[at] === 0x2d) {
      sign = -1
      at++
    } else if (bytes[at] === 0x2b) at++
    let mantissa = 0
    let digits = 0
    let exponent = 0
    for (let byte = bytes[at]; byte !== undefined && byte >= 0x30 && byte <= 0x39; byte = bytes[++at]) {
      mantissa = mantissa * 10 + byte - 0x30
      digits++
    }
    if (bytes[at] === this.decimalMark) {
      at++
      for (let byte = bytes[at]; byte !== undefined && byte >= 0x30 && byte <= 0x39; byte = bytes[++at]) {
        mantissa = mantissa * 10 + byte - 0x30
        digits++
        exponent--
      }
    }
    if (digits === 0 || digits > 24) return NaN
    if (bytes[at] === 0x65 || bytes[at] === 0x45) {
      at++
      let exponentSign = 1
      if (bytes[at] === 0x2d) {
        exponentSign = -1
        at++
      } else if (bytes[at] === 0x2b) at++
      let value = 0
      const from = at
      for (let byte = bytes[at]; byte !== undefined && byte >= 0x30 && byte <= 0x39; byte = bytes[++at])
        value = Math.min(400, value * 10 + byte - 0x30)
      if (at === from) return NaN
      exponent += exponentSign * value
    }
    while (bytes[at] === 0x20) at++
    this.at = at
    const value = exponent < 0 ? mantissa / 10 ** -exponent : mantissa * 10 ** exponent
    return Number.isFinite(value) ? sign * value : NaN
  }

  /** Steps over `byte` if it comes next. */
  take(byte: number): boolean {
    if (this.bytes[this.at] !== byte) return false
    this.at++
    return true
  }

  /** Steps over one line end (LF, CR LF) or the end of the data. */
  endOfLine(): boolean {
    if (this.at >= this.bytes.length) return true
    this.take(0x0d)
    if (!this.take(0x0a)) return this.at >= this.bytes.length
    this.line++
    return true
  }

  get done(): boolean {
    return this.at >= this.bytes.length
  }

  /** The field at the current place, for a message. */
  fieldHere(): string {
    let end = this.at
    while (
      end < this.bytes.length &&
      end - this.at < 40 &&
      !'\n\r,;\t'.includes(String.fromCharCode(this.bytes[end] as number))
    )
      end++
    return new TextDecoder('latin1').decode(this.bytes.subarray(this.at, end))
  }
}

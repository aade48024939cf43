/** A plain figure as it was typed, with either decimal mark; `null` for nothing and for what is none, or below zero. */
export function parseFigure(text: string): number | null {
  const value = Number(text.trim().replace(',', '.'))
  return text.trim() === '' || !Number.isFinite(value) || value < 0 ? null : value
}

const SUNRISE_H = 6.5
const SUNSET_H = 18.5

/**
 * What a face gives of its peak at an hour: a half sine from sunrise to sunset, shifted by where the face looks. A simple sun for practice; the plan's own is P-8.
 *
 * @param azimuthDeg 180 is south; east gives its most in the morning
 * @example sunShare(12.5, 180) // 1
 */
export function sunShare(hour: number, azimuthDeg: number): number {
  if (hour <= SUNRISE_H || hour >= SUNSET_H) return 0
  const shiftH = (azimuthDeg - 180) / 45
  const day = Math.sin((Math.PI * (hour - SUNRISE_H)) / (SUNSET_H - SUNRISE_H))
  const facing = Math.max(0.15, Math.cos(((hour - 12.5 - shiftH) * Math.PI) / 14))
  return day * facing
}

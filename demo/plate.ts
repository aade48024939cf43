import sharp from 'sharp'

const escaped = (text: string) => text.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`)

/** A picture of a made-up rating plate on a garage wall, standing in for a phone's photo. */
export async function plateJpeg(name: string, model: string, serial: string, seed: number): Promise<Uint8Array> {
  const tilt = (seed % 5) - 2
  const bars = Array.from(
    { length: 34 },
    (_, k) => `<rect x="${118 + k * 11}" y="420" width="${2 + ((seed * 7 + k * k * 3) % 7)}" height="70" fill="#222"/>`,
  ).join('')
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="960" height="720">
    <defs><linearGradient id="w" x1="0" y1="0" x2="1" y2="1"><stop offset="0" stop-color="#8d8577"/><stop offset=".55" stop-color="#b7ad9b"/><stop offset="1" stop-color="#6b6458"/></linearGradient>
    <radialGradient id="l" cx=".3" cy=".2" r=".9"><stop offset="0" stop-color="#fff3d6" stop-opacity=".55"/><stop offset="1" stop-color="#fff3d6" stop-opacity="0"/></radialGradient></defs>
    <rect width="960" height="720" fill="url(#w)"/>${Array.from({ length: 9 }, (_, k) => `<path d="M0 ${k * 84 + (seed % 30)}h960" stroke="#7d7566" stroke-width="3" opacity=".5"/>`).join('')}
    <g transform="rotate(${tilt} 480 360)"><rect x="60" y="90" width="840" height="540" rx="26" fill="#e9e7e1"/><rect x="90" y="120" width="780" height="480" rx="12" fill="#f6f4ee" stroke="#9a958a" stroke-width="3"/>
    <text x="118" y="205" font-family="DejaVu Sans, sans-serif" font-size="54" font-weight="bold" fill="#2a2d30">${escaped(model)}</text><text x="118" y="262" font-family="DejaVu Sans, sans-serif" font-size="32" fill="#50555a">${escaped(name)}</text>
    <path d="M118 292h700" stroke="#b5b0a4" stroke-width="3"/><text x="118" y="360" font-family="DejaVu Sans Mono, monospace" font-size="40" fill="#222">S/N ${escaped(serial)}</text>${bars}</g>
    <rect width="960" height="720" fill="url(#l)"/></svg>`
  return new Uint8Array(await sharp(Buffer.from(svg)).jpeg({ quality: 80 }).toBuffer())
}

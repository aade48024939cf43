import type { Ink, Primitive } from '@/core/drawing/primitive'
import type { DrawnGroup } from '@/core/wiring/schematic/schematicPen'
import { escapedXml } from './escapedXml'
import { palette } from './palette'

const round = (value: number) => String(Math.round(value * 100) / 100)

/** One shape as SVG, with the colours of paper. */
function shapeSvg(shape: Primitive): string {
  const ink = (name: Ink) => palette.paper[name]
  switch (shape.kind) {
    case 'line':
      return `<polyline fill="none" stroke="${ink(shape.ink)}" stroke-width="${shape.width}" stroke-linejoin="round"${shape.dash ? ` stroke-dasharray="${shape.dash}"` : ''}${shape.opacity ? ` stroke-opacity="${shape.opacity}"` : ''} points="${shape.points.map(({ x, y }) => `${round(x)},${round(y)}`).join(' ')}"/>`
    case 'circle':
      return `<circle cx="${round(shape.at.x)}" cy="${round(shape.at.y)}" r="${shape.r}" fill="${shape.fill ? ink(shape.fill) : 'none'}" stroke="${ink(shape.ink)}" stroke-width="${shape.width}"${shape.dash ? ` stroke-dasharray="${shape.dash}"` : ''}/>`
    case 'rect':
      return `<rect x="${round(shape.at.x)}" y="${round(shape.at.y)}" width="${round(shape.width)}" height="${round(shape.height)}" rx="2" fill="${shape.fill ? ink(shape.fill) : 'none'}" stroke="${ink(shape.ink)}" stroke-width="${shape.stroke}"${shape.dash ? ` stroke-dasharray="${shape.dash}"` : ''}/>`
    case 'text':
      return `<text x="${round(shape.at.x)}" y="${round(shape.at.y)}" font-size="${shape.size}" text-anchor="${shape.anchor}"${shape.weight ? ` font-weight="${shape.weight}"` : ''} fill="${ink(shape.ink)}">${escapedXml(shape.text)}</text>`
  }
}

/** The schematic as a file of its own: title, drawing, and the words for what is live. */
export function schematicSvg(
  title: string,
  groups: readonly DrawnGroup[],
  size: { width: number; height: number },
  notes: readonly string[],
): string {
  const foot = 18 * (notes.length + 1)
  const [width, height] = [Math.max(480, Math.ceil(size.width)), Math.ceil(size.height) + 34 + foot]
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" font-family="sans-serif" role="img" aria-label="${escapedXml(title)}">`,
    `<title>${escapedXml(title)}</title>`,
    `<rect width="${width}" height="${height}" fill="${palette.paper.sheet}"/>`,
    `<text x="12" y="22" font-size="15" font-weight="600" fill="${palette.paper.ink}">${escapedXml(title)}</text>`,
    `<g transform="translate(0 34)">`,
    ...groups.map(
      ({ thing, title: words, shapes }) =>
        `<g data-thing="${escapedXml(thing)}"><title>${escapedXml(words)}</title>${shapes.map(shapeSvg).join('')}</g>`,
    ),
    '</g>',
    ...notes.map(
      (note, k) =>
        `<text x="12" y="${Math.ceil(size.height) + 34 + 18 * (k + 1)}" font-size="11.5" fill="${palette.paper.ink2}">${escapedXml(note)}</text>`,
    ),
    '</svg>',
    '',
  ].join('\n')
}

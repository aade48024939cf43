/** Pixels of the picture for each of the screen's. */
const PNG_SCALE = 2
/** What a drawing's looks hang on that a file does not have. */
const STYLED = [
  'fill',
  'stroke',
  'fill-opacity',
  'stroke-opacity',
  'stroke-width',
  'font-size',
  'font-weight',
  'paint-order',
] as const

/** Writes the looks that the page gives an element into its copy: a file knows no theme. */
function written(element: Element, copy: Element): void {
  const looks = getComputedStyle(element)
  for (const name of STYLED) copy.setAttribute(name, looks.getPropertyValue(name))
  copy.removeAttribute('style')
  for (const [k, child] of [...element.children].entries()) {
    const other = copy.children[k]
    if (other) written(child, other)
  }
}

/** A chart of the page as an SVG file of its own, as it looks now, on the ground it stands on. */
export function chartSvg(chart: SVGSVGElement, title: string): string {
  const copy = chart.cloneNode(true) as SVGSVGElement
  written(chart, copy)
  const { width, height } = chart.getBoundingClientRect()
  const size = { width: String(Math.round(width)), height: String(Math.round(height)) }
  for (const [name, value] of Object.entries({ ...size, viewBox: `0 0 ${size.width} ${size.height}` }))
    copy.setAttribute(name, value)
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  copy.setAttribute('font-family', 'sans-serif')
  const ground = document.createElementNS('http://www.w3.org/2000/svg', 'rect')
  for (const [name, value] of Object.entries({ ...size, fill: groundOf(chart), stroke: 'none' }))
    ground.setAttribute(name, value)
  const heading = document.createElementNS('http://www.w3.org/2000/svg', 'title')
  heading.textContent = title
  copy.prepend(heading, ground)
  return new XMLSerializer().serializeToString(copy)
}

/** Colour of the nearest thing behind a chart that has one. */
function groundOf(chart: Element): string {
  for (let behind: Element | null = chart; behind; behind = behind.parentElement) {
    const ground = getComputedStyle(behind).backgroundColor
    if (ground !== 'rgba(0, 0, 0, 0)' && ground !== 'transparent') return ground
  }
  return 'white'
}

/**
 * The same as PNG, twice as fine as the screen.
 *
 * @throws Error where the browser cannot draw it
 */
export async function chartPng(chart: SVGSVGElement, title: string): Promise<Uint8Array> {
  const image = new Image()
  image.src = `data:image/svg+xml,${encodeURIComponent(chartSvg(chart, title))}`
  await image.decode()
  const canvas = document.createElement('canvas')
  canvas.width = image.width * PNG_SCALE
  canvas.height = image.height * PNG_SCALE
  const pen = canvas.getContext('2d')
  if (!pen) throw new Error('This browser draws no pictures. Save it as SVG.')
  pen.drawImage(image, 0, 0, canvas.width, canvas.height)
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'))
  if (!blob) throw new Error('The picture could not be made. Save it as SVG.')
  return new Uint8Array(await blob.arrayBuffer())
}

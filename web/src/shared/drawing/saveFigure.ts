/** Take a figure out of the page as it looks: an SVG that needs no style sheet, or a PNG of it. */

const LOOKS = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-opacity',
  'stroke-linejoin',
  'opacity',
  'font-family',
  'font-size',
  'font-style',
  'font-weight',
  'text-anchor',
] as const
const OF_THE_PAGE = ['style', 'class', 'tabindex'] as const
const PIXELS = 2
const ROOM = 12

/** The figure with its looks written into each of its parts, on the page's paper, named by `title`. */
export function svgText(figure: SVGSVGElement, title: string): string {
  const copy = figure.cloneNode(true) as SVGSVGElement
  const [from, to] = [[...figure.querySelectorAll('*')], [...copy.querySelectorAll('*')]]
  from.forEach((part, i) => {
    const seen = getComputedStyle(part)
    for (const look of LOOKS) to[i]?.setAttribute(look, seen.getPropertyValue(look))
    for (const name of OF_THE_PAGE) to[i]?.removeAttribute(name)
  })
  const { width, height } = figure.getBoundingClientRect()
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  copy.setAttribute('viewBox', `${-ROOM} ${-ROOM - 20} ${width + 2 * ROOM} ${height + 2 * ROOM + 20}`)
  copy.setAttribute('width', String(width + 2 * ROOM))
  copy.setAttribute('height', String(height + 2 * ROOM + 20))
  for (const name of OF_THE_PAGE) copy.removeAttribute(name)
  const style = getComputedStyle(document.body)
  const paper = part('rect', { x: -ROOM, y: -ROOM - 20, width: '100%', height: '100%', fill: style.backgroundColor })
  const name = part('text', { x: 0, y: -12, fill: style.color, 'font-size': 15, 'font-family': style.fontFamily })
  name.textContent = title
  copy.prepend(paper, name)
  return new XMLSerializer().serializeToString(copy)
}

function part(name: string, values: Record<string, string | number>): SVGElement {
  const made = document.createElementNS('http://www.w3.org/2000/svg', name)
  for (const [key, value] of Object.entries(values)) made.setAttribute(key, String(value))
  return made
}

export function saveSvg(figure: SVGSVGElement, title: string) {
  hand(new Blob([svgText(figure, title)], { type: 'image/svg+xml' }), `${title}.svg`)
}

/** Resolves when the file was handed over; rejects where the browser cannot draw it. */
export async function savePng(figure: SVGSVGElement, title: string) {
  const source = URL.createObjectURL(new Blob([svgText(figure, title)], { type: 'image/svg+xml' }))
  try {
    const picture = new Image()
    picture.src = source
    await picture.decode()
    const canvas = document.createElement('canvas')
    canvas.width = picture.width * PIXELS
    canvas.height = picture.height * PIXELS
    canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height)
    const made = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'))
    if (!made) throw new Error('no picture')
    hand(made, `${title}.png`)
  } finally {
    URL.revokeObjectURL(source)
  }
}

/** Give a file to the person. */
export function hand(file: Blob, name: string) {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(file)
  link.download = name.replace(/[^\w.-]+/g, '-')
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
}

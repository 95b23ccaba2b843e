import { beforeEach, describe, expect, it, vi } from 'vitest'
import { hand, savePng, saveSvg, svgText } from '../saveFigure'

function figure(): SVGSVGElement {
  document.body.innerHTML = '<svg class="plot" style="color: red"><text class="name" tabindex="0">T50</text></svg>'
  return document.querySelector('svg') as SVGSVGElement
}

describe('a figure taken out of the page', () => {
  const files: [string, Blob][] = []

  beforeEach(() => {
    files.length = 0
    vi.useFakeTimers()
    const blobs = new Map<string, Blob>()
    vi.spyOn(URL, 'createObjectURL').mockImplementation((blob) => {
      blobs.set(`blob:${blobs.size}`, blob as Blob)
      return `blob:${blobs.size - 1}`
    })
    vi.spyOn(URL, 'revokeObjectURL')
    vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (this: HTMLAnchorElement) {
      files.push([this.download, blobs.get(this.getAttribute('href') ?? '') as Blob])
    })
  })

  it('needs no style sheet, and carries its title', () => {
    const text = svgText(figure(), 'How fast')
    expect(text).toContain('How fast')
    expect(text).toContain('xmlns="http://www.w3.org/2000/svg"')
    for (const gone of [' class=', ' tabindex=', ' style=']) expect(text).not.toContain(gone)
  })

  it('is saved under a name that any system takes', async () => {
    saveSvg(figure(), 'How fast: BAL-01 / all')
    const [name, file] = files[0] as [string, Blob]
    expect(name).toBe('How-fast-BAL-01-all.svg')
    expect(file.type).toBe('image/svg+xml')
    expect(await file.text()).toContain('How fast')
  })

  it('lets go of what it handed over', () => {
    hand(new Blob(['x']), 'x.txt')
    expect(URL.revokeObjectURL).not.toHaveBeenCalled()
    vi.runAllTimers()
    expect(URL.revokeObjectURL).toHaveBeenCalledWith('blob:0')
  })

  it('becomes a PNG of twice its size, or says that it cannot', async () => {
    Image.prototype.decode = async () => undefined
    vi.spyOn(HTMLCanvasElement.prototype, 'getContext').mockReturnValue(null)
    const drawn = vi.spyOn(HTMLCanvasElement.prototype, 'toBlob')
    drawn.mockImplementation((done) => done(new Blob(['png'], { type: 'image/png' })))
    await savePng(figure(), 'How many')
    expect(files.map(([name]) => name)).toEqual(['How-many.png'])
    drawn.mockImplementation((done) => done(null))
    await expect(savePng(figure(), 'How many')).rejects.toThrow('no picture')
    expect(URL.revokeObjectURL).toHaveBeenCalledTimes(2)
  })
})

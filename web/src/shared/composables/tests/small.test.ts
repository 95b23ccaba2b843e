import { mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, nextTick, ref } from 'vue'
import { smallPhoto } from '../smallPhoto'
import { sortedBy, turned, useSorted } from '../useSorted'
import { useTitle } from '../useTitle'
import { useWidth } from '../useWidth'

describe('rows sorted by a column', () => {
  interface Row {
    code: string
    seeds: number | null
  }
  const rows = ref<readonly Row[]>([{ code: 'A-10', seeds: null }, { code: 'A-2', seeds: 30 }, { code: 'B-1', seeds: 4 }]) // prettier-ignore
  const columns = { code: (r: Row) => r.code, seeds: (r: Row) => r.seeds }
  const codes = (order: string) => useSorted(rows, columns, ref(order)).sorted.value.map((r) => r.code)

  it('follow numbers inside of codes', () => {
    expect(codes('code')).toEqual(['A-2', 'A-10', 'B-1'])
  })

  it('turn round with a minus, what is empty staying last', () => {
    expect(codes('seeds')).toEqual(['B-1', 'A-2', 'A-10'])
    expect(codes(turned('seeds'))).toEqual(['A-2', 'B-1', 'A-10'])
    expect([turned('-seeds'), sortedBy('seeds', 'seeds'), sortedBy('seeds', '-seeds'), sortedBy('code', 'seeds')]).toEqual(
      ['seeds', 'ascending', 'descending', 'none'],
    ) // prettier-ignore
  })

  it('stay as they are under a column that is not there', () => {
    expect(codes('none')).toEqual(['A-10', 'A-2', 'B-1'])
  })
})

describe('the title of the browser', () => {
  it('follows the page', async () => {
    const name = ref('Lots')
    useTitle(() => name.value)
    expect(document.title).toBe('Lots · Awake Furrow')
    name.value = ''
    await nextTick()
    expect(document.title).toBe('Awake Furrow')
  })
})

describe('the width of a drawing', () => {
  it('is that of its element, and follows it until the page is left', async () => {
    let tell: (entries: unknown[]) => void = () => undefined
    const disconnect = vi.fn()
    vi.stubGlobal('ResizeObserver', class {
      constructor(told: typeof tell) {
        tell = told
      }
      observe() {}
      disconnect = disconnect
    }) // prettier-ignore
    const page = mount(defineComponent({
      setup() {
        const box = ref<HTMLElement | null>(null)
        const width = useWidth(box)
        return { box, width }
      },
      render() {
        return h('div', { ref: 'box' }, String(this.width))
      },
    })) // prettier-ignore
    expect(page.text()).toBe('600')
    tell([{ contentRect: { width: 320 } }])
    await nextTick()
    expect(page.text()).toBe('320')
    tell([{ contentRect: { width: 0 } }])
    await nextTick()
    expect(page.text()).toBe('320')
    page.unmount()
    expect(disconnect).toHaveBeenCalled()
  })
})

describe('a photo', () => {
  const file = new File(['large'], 'dish.jpg', { type: 'image/jpeg' })
  const sizes: [number, number][] = []
  beforeEach(() => {
    sizes.length = 0
    vi.stubGlobal('createImageBitmap', async () => ({ width: 4800, height: 3600 }))
    vi.spyOn(HTMLCanvasElement.prototype, 'getContext').mockReturnValue(null)
  })

  it('is made small enough to wait on the device', async () => {
    vi.spyOn(HTMLCanvasElement.prototype, 'toBlob').mockImplementation(function (this: HTMLCanvasElement, done) {
      sizes.push([this.width, this.height])
      done(new Blob(['small']))
    })
    expect(await (await smallPhoto(file)).text()).toBe('small')
    expect(sizes).toEqual([[1600, 1200]])
  })

  it('goes as it came where the browser cannot make it small', async () => {
    vi.spyOn(HTMLCanvasElement.prototype, 'toBlob').mockImplementation((done) => done(null))
    expect(await smallPhoto(file)).toBe(file)
    vi.stubGlobal('createImageBitmap', async () => Promise.reject(new Error('no picture')))
    expect(await smallPhoto(file)).toBe(file)
  })
})

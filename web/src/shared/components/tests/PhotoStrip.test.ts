import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { arrived } from '@/shared/tests/page'
import PhotoStrip from '../PhotoStrip.vue'

const photos = [{ id: 4, photo: 7, at: '2026-11-20T09:00:00Z', by: 'RK', words: 'as cleaned' }]

describe('a strip of photos', () => {
  it('shows each with its words, and tells which is taken back', async () => {
    const strip = mount(PhotoStrip, { props: { photos, of: 'Seed of LL-015', mayAdd: true } })
    expect(strip.find('img').attributes('src')).toBe('/api/v1/photos/7/')
    expect(strip.find('img').attributes('alt')).toContain('Seed of LL-015')
    expect(strip.text()).toContain('as cleaned, RK')
    await strip.find('li button').trigger('click')
    expect(strip.emitted('takeBack')).toEqual([[4]])
  })

  it('tells of a photo that was taken, and offers none to who may not', async () => {
    const strip = mount(PhotoStrip, { props: { photos: [], of: 'Seed', mayAdd: true } })
    const input = strip.find('input').element
    const file = new File(['x'], 'photo.jpg', { type: 'image/jpeg' })
    Object.defineProperty(input, 'files', { value: [file] })
    await strip.find('input').trigger('change')
    await arrived()
    expect(strip.emitted('add')?.[0]).toEqual([file])
    await strip.setProps({ mayAdd: false })
    expect(strip.find('label').exists()).toBe(false)
  })
})

import { mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick, ref, type Ref } from 'vue'
import { useDraft } from '../useDraft'

beforeEach(() => {
  vi.useFakeTimers()
  localStorage.clear()
})

function form(typed: Ref<string> = ref('')) {
  let draft!: ReturnType<typeof useDraft<string>>
  const page = mount({
    setup() {
      draft = useDraft('test', typed, () => typed.value.length > 1)
      return () => null
    },
  })
  const type = async (text: string) => {
    typed.value = text
    await nextTick()
    vi.advanceTimersByTime(500)
  }
  return { page, draft, type, typed }
}

describe('a draft', () => {
  it('is kept a moment after the last change, and offered when the form is opened again', async () => {
    const first = form()
    await first.type('How much cold?')
    expect(first.draft.keptAt.value).not.toBeNull()
    first.page.unmount()
    const again = form()
    expect(again.draft.earlier.value.map((d) => d.what)).toEqual(['How much cold?'])
    expect(again.typed.value).toBe('')
  })

  it('keeps what was changed in the last moment before the page is left', async () => {
    const { page, typed } = form()
    typed.value = 'Half typed'
    await nextTick()
    page.unmount()
    expect(form().draft.earlier.value).toHaveLength(1)
  })

  it('does not overwrite an earlier one, goes on with it, and is gone once sent', async () => {
    const first = form()
    await first.type('first')
    first.page.unmount()
    const second = form()
    await second.type('second')
    second.page.unmount()
    const third = form()
    expect(third.draft.earlier.value.map((d) => d.what)).toEqual(['second', 'first'])
    third.typed.value = third.draft.goOn(third.draft.earlier.value[1]!)
    await third.type('first, changed')
    third.draft.done()
    third.page.unmount()
    expect(form().draft.earlier.value.map((d) => d.what)).toEqual(['second'])
  })

  it('is no draft where nothing is worth keeping, or where something else lies under its name', async () => {
    const { type, page } = form()
    await type('x')
    page.unmount()
    expect(form().draft.earlier.value).toEqual([])
    localStorage.setItem('awake-furrow-drafts-test', '{"a":')
    expect(form().draft.earlier.value).toEqual([])
  })
})

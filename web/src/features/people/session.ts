import { ref, watch } from 'vue'
import { forgetAnswers } from '@/shared/api/kept'
import { Problem } from '@/shared/api/problem'
import { dateOrder } from '@/shared/format/dates'
import { units } from '@/shared/format/units'
import { deleteSession, fetchSession, patchFormats, postSignIn, type Person } from './api'

const user = ref<Person | null>(null)
let known = false
watch(user, (who) => {
  units.value = who?.units ?? 'metric'
  dateOrder.value = who?.dates ?? 'dmy'
})

/** Who is signed in; asked of the server once, then kept. Without signal nobody new is let in, but the page still opens. */
export async function readSession(): Promise<Person | null> {
  if (known) return user.value
  try {
    user.value = (await fetchSession()).user
    known = true
  } catch (error) {
    if (!(error instanceof Problem)) throw error
  }
  return user.value
}

export function useSession() {
  async function signIn(username: string, password: string) {
    await forgetAnswers()
    user.value = (await postSignIn(username, password)).user
    known = true
  }
  async function signOut() {
    // first, so that nothing asks in this person's name any more while the server closes the session
    const who = user.value
    user.value = null
    try {
      await deleteSession()
    } catch (error) {
      user.value = who
      throw error
    }
    await forgetAnswers()
  }
  /** In what temperatures and masses are shown to who is signed in, and how dates are written. */
  async function chooseFormats(wanted: Partial<Pick<Person, 'units' | 'dates'>>) {
    user.value = (await patchFormats(wanted)).user
  }
  return { user, signIn, signOut, chooseFormats }
}

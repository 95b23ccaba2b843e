import { ref, watch } from 'vue'
import { forgetAnswers } from '@/shared/api/kept'
import { Problem } from '@/shared/api/problem'
import { units } from '@/shared/format/units'
import { deleteSession, fetchSession, patchUnits, postSignIn, type Person } from './api'

const user = ref<Person | null>(null)
let known = false
watch(user, (who) => (units.value = who?.units ?? 'metric'))

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
    await deleteSession()
    await forgetAnswers()
    user.value = null
  }
  /** In what temperatures and masses are shown to who is signed in. */
  async function chooseUnits(wanted: Person['units']) {
    user.value = (await patchUnits(wanted)).user
  }
  return { user, signIn, signOut, chooseUnits }
}

import { ref, watch } from 'vue'
import { benchId } from '@/shared/api/bench'
import { forgetAnswers } from '@/shared/api/kept'
import { Problem } from '@/shared/api/problem'
import { dateOrder } from '@/shared/format/dates'
import { units } from '@/shared/format/units'
import {
  deleteSession,
  fetchSession,
  patchOwn,
  postAccept,
  postFirstLead,
  postPassword,
  postSignIn,
  type Person,
} from './api'

const user = ref<Person | null>(null)
/** The installation has no people yet; the first to join is its lead. */
const firstStart = ref(false)
let known = false
watch(user, (who) => {
  units.value = who?.units ?? 'metric'
  dateOrder.value = who?.dates ?? 'dmy'
})

/** On a practice bench everybody is the lead of their own bench, whatever they are in the nursery. */
const asOnBench = (who: Person): Person =>
  benchId ? { ...who, role: 'lead', may_read: true, may_count: true, may_plan: true, may_lead: false } : who

function keep(who: Person | null) {
  user.value = who && asOnBench(who)
}

/** Who is signed in; asked of the server once, then kept. Without signal nobody new is let in, but the page still opens. */
export async function readSession(): Promise<Person | null> {
  if (known) return user.value
  try {
    const session = await fetchSession()
    keep(session.user)
    firstStart.value = session.first_start ?? false
    known = true
  } catch (error) {
    if (!(error instanceof Problem)) throw error
  }
  return user.value
}

export function useSession() {
  /** Asks only once the answers are forgotten, so that a refusal always finds somebody waiting for it. */
  async function enter(ask: () => Promise<{ user: Person | null }>) {
    await forgetAnswers()
    keep((await ask()).user)
    known = true
  }
  const signIn = (username: string, password: string) => enter(() => postSignIn(username, password))
  const join = (body: Parameters<typeof postFirstLead>[0]) => enter(() => postFirstLead(body))
  const accept = (body: Parameters<typeof postAccept>[0]) => enter(() => postAccept(body))
  async function changePassword(body: Parameters<typeof postPassword>[0]) {
    keep((await postPassword(body)).user)
  }
  async function signOut() {
    // first, so that nothing asks in this person's name any more while the server closes the session
    const who = user.value
    user.value = null
    // whoever signs out was here
    firstStart.value = false
    try {
      await deleteSession()
    } catch (error) {
      user.value = who
      throw error
    }
    await forgetAnswers()
  }
  /** The user's own name, units and date order; what is not given stays. */
  async function changeOwn(wanted: Parameters<typeof patchOwn>[0]) {
    keep((await patchOwn(wanted)).user)
  }
  return { user, firstStart, signIn, join, accept, signOut, changeOwn, changePassword }
}

<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useSession, type Person } from '@/features/people'
import { benchId, leaveBench } from '@/shared/api/bench'
import { outbox } from '@/shared/outbox/outbox'
import { useEveningBench } from './useEveningBench'

const props = defineProps<{ user: Person }>()
const emit = defineEmits<{ help: [] }>()

/** `desk`: on a phone it stands in the menu, where six words fill the foot already. `counts`: all that a counter needs. */
const WORDS: { to: string; word: string; also?: string[]; desk?: boolean; counts?: boolean }[] = [
  { to: '/', word: 'Today', counts: true },
  { to: '/stands', word: 'Stands' },
  { to: '/lots', word: 'Lots' },
  { to: '/recipes', word: 'Recipes' },
  { to: '/rounds', word: 'Bags', also: ['/batches', '/timers', '/plan', '/supplies'], counts: true },
  { to: '/trials', word: 'Trials' },
  { to: '/sowing', word: 'Sowing', desk: true },
  { to: '/plants', word: 'Plants', desk: true },
]

const words = computed(() => WORDS.filter((w) => props.user.may_read || w.counts))

/** Whether a page belongs to a word of the head. */
const leadsTo = (w: (typeof WORDS)[number], path: string) =>
  w.to === '/'
    ? path === '/'
    : [w.to, ...(w.also ?? [])].some((start) => path === start || path.startsWith(`${start}/`))

const router = useRouter()
const { signOut } = useSession()
const { wanted, toggle } = useEveningBench()
const { waiting, refused: held } = outbox

async function leave() {
  // the page first, so that nothing on it asks once more while the session ends
  const from = router.currentRoute.value.fullPath
  await router.push({ name: 'sign-in' })
  try {
    await signOut()
  } catch (error) {
    await router.replace(from)
    throw error
  }
  // whoever signs in next in this tab begins in the nursery
  if (benchId) leaveBench('/sign-in')
}
</script>

<template>
  <header class="head no-print">
    <RouterLink to="/" class="name">
      <img src="/mark.svg" alt="" width="30" height="22" />
      <span>Awake Furrow</span>
    </RouterLink>
    <nav aria-label="Main">
      <RouterLink v-for="w in words" :key="w.to" :to="w.to" :class="{ here: leadsTo(w, $route.path), desk: w.desk }">
        {{ w.word }}
      </RouterLink>
    </nav>
    <RouterLink v-if="held.length" to="/waiting" class="waiting" role="status"
      >to decide ({{ held.length }})</RouterLink
    >
    <RouterLink v-else-if="waiting.length" to="/waiting" class="waiting" role="status"
      >{{ waiting.length }} waiting to send</RouterLink
    >
    <RouterLink to="/scan" class="scan">Open a code</RouterLink>
    <button type="button" class="ask" aria-label="Help with this page" title="Help: press ?" @click="emit('help')">
      ?
    </button>
    <v-menu>
      <template #activator="{ props }">
        <button type="button" class="who" v-bind="props" :aria-label="`${user.initials}, ${user.role}: account`">
          {{ user.initials }}
        </button>
      </template>
      <div class="menu">
        <p class="quiet">{{ user.initials }}, {{ user.role }}</p>
        <button type="button" @click="leave">Sign out</button>
        <button type="button" @click="toggle">
          {{ wanted === 'day' ? 'Evening bench (dark)' : 'Day bench (light)' }}
        </button>
        <button type="button" @click="emit('help')">Help with this page</button>
        <RouterLink to="/timers">Timers</RouterLink>
        <template v-if="user.may_read">
          <RouterLink to="/sowing">Sowing</RouterLink>
          <RouterLink to="/plants">Plants: what we know</RouterLink>
          <RouterLink to="/plan">Plan treatments</RouterLink>
          <RouterLink to="/supplies">Solutions and supplies</RouterLink>
          <RouterLink to="/places">Places</RouterLink>
          <RouterLink to="/work-year">Working days, calendar</RouterLink>
          <RouterLink to="/labels">Labels</RouterLink>
          <RouterLink to="/import">Read in, take out</RouterLink>
        </template>
        <RouterLink to="/practice">Practice bench</RouterLink>
        <RouterLink v-if="user.may_read" to="/changes">What changed</RouterLink>
        <RouterLink v-if="user.may_lead" to="/people">People</RouterLink>
        <RouterLink v-if="user.may_lead" to="/backups">Backups</RouterLink>
        <RouterLink to="/formats">Units and dates</RouterLink>
        <RouterLink to="/account">My account</RouterLink>
        <RouterLink to="/glossary">Glossary</RouterLink>
        <a v-if="user.may_read" href="/api/v1/docs/">API, for engineers</a>
      </div>
    </v-menu>
  </header>
</template>

<style scoped>
.head {
  display: flex;
  align-items: center;
  gap: 22px;
  height: 56px;
  padding: 0 28px;
  border-bottom: 1px solid var(--line);
  background: var(--paper);
}

.name {
  display: flex;
  align-items: center;
  gap: 10px;
  color: var(--leaf);
  font: 700 1.2rem var(--heading);
  text-decoration: none;
  white-space: nowrap;
}

nav {
  display: flex;
  flex: 1;
  gap: 24px;
}

nav a {
  height: 56px;
  border-bottom: 3px solid transparent;
  color: var(--ink-2);
  font-weight: 600;
  line-height: 56px;
  text-decoration: none;
}

nav a.here {
  border-color: var(--sprout-deep);
  color: var(--ink);
}

.scan {
  color: var(--leaf);
  font-weight: 600;
  line-height: 56px;
  white-space: nowrap;
}

.ask {
  flex: none;
  width: 34px;
  height: 34px;
  padding: 0;
  border: 1.5px solid var(--earth-2);
  border-radius: 50%;
  color: var(--leaf);
  font-weight: 700;
}

.waiting {
  color: var(--care);
  font-weight: 600;
  white-space: nowrap;
}

.who {
  flex: none;
  width: 44px;
  height: 44px;
  border-radius: 50%;
  background: var(--earth);
  color: #fff;
  font-weight: 700;
}

.menu {
  display: grid;
  grid-template-columns: 1fr 1fr;
  min-width: 440px;
  max-height: calc(100vh - 80px);
  padding: 8px;
  overflow-y: auto;
  border: 1px solid var(--line);
  border-radius: 8px;
  background: var(--sheet);
  color: var(--ink);
}

.menu p {
  margin: 4px 12px;
  line-height: 36px;
}

.menu button,
.menu a {
  min-height: 44px;
  padding: 0 12px;
  color: var(--ink);
  line-height: 44px;
  text-align: left;
  text-decoration: none;
}

.menu button:hover,
.menu a:hover {
  background: var(--line-soft);
}

@media (max-width: 700px) {
  .menu {
    grid-template-columns: 1fr;
    min-width: 240px;
    max-height: calc(100vh - 140px);
  }

  .head {
    justify-content: space-between;
    padding: 0 16px;
  }

  /* what waits is more to the point than the name, and both do not fit */
  .head:has(.waiting) .name span {
    display: none;
  }

  nav {
    position: fixed;
    z-index: 10;
    right: 0;
    bottom: 0;
    left: 0;
    justify-content: space-around;
    gap: 0;
    border-top: 1px solid var(--line);
    background: var(--sheet);
  }

  .ask,
  nav a.desk {
    display: none;
  }

  nav a {
    flex: 1;
    text-align: center;
    border-top: 3px solid transparent;
    border-bottom: 0;
  }
}
</style>

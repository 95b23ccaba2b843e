<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useSession, type Person } from '@/features/people'
import { benchId, leaveBench } from '@/shared/api/bench'
import { ownPagesFor } from './navigation'
import { useEveningBench } from './useEveningBench'

/** What concerns the user and the nursery, under the user's initials. */
const props = defineProps<{ user: Person }>()
const emit = defineEmits<{ help: [] }>()

const router = useRouter()
const { signOut } = useSession()
const { wanted, toggle } = useEveningBench()
const pages = computed(() => ownPagesFor(props.user))

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
  <v-menu>
    <template #activator="{ props: opens }">
      <button type="button" class="who" v-bind="opens" :aria-label="`Menu of ${user.initials}, ${user.role}`">
        {{ user.initials }}
      </button>
    </template>
    <div class="menu">
      <p class="quiet">{{ user.display_name || user.initials }}, {{ user.role }}</p>
      <RouterLink v-for="p in pages" :key="p.to" :to="p.to">{{ p.words }}</RouterLink>
      <button type="button" @click="toggle">{{ wanted === 'day' ? 'Dark colours' : 'Light colours' }}</button>
      <button type="button" @click="emit('help')">Help with this page</button>
      <a v-if="user.may_read" href="/api/v1/docs/">API for engineers</a>
      <button type="button" @click="leave">Sign out</button>
    </div>
  </v-menu>
</template>

<style scoped>
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
  min-width: 240px;
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
    max-height: calc(100vh - 140px);
  }
}
</style>

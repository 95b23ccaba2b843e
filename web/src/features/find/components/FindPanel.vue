<script setup lang="ts">
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { CodeReader } from '@/features/labels'
import type { Person } from '@/features/people'
import { useFound } from '../api'
import { useOpened } from '../composables/useOpened'
import { actionHits, actionWith, hitOf, shortcuts, type Shortcut } from '../logic/actions'

/** Find: things, pages and actions by a few letters; up and down choose, Enter opens, Escape closes. */
const props = defineProps<{ user: Person; pages: readonly Shortcut[] }>()
const emit = defineEmits<{ close: [] }>()

const router = useRouter()
const field = ref<HTMLInputElement | null>(null)
const typed = ref('')
const asked = ref('')
const scanning = ref(false)
const code = ref('')

let timer = 0
watch(typed, (now) => {
  window.clearTimeout(timer)
  timer = window.setTimeout(() => (asked.value = now.trim()), 60)
})

const action = computed(() => (props.user.may_plan ? actionWith(asked.value) : null))
const recent = useOpened(props.user.id)
const { data, error, isPending, isPlaceholderData } = useFound(() => action.value?.about ?? asked.value, recent)

const hits = computed(() => {
  const rows = data.value?.results ?? []
  if (action.value) return actionHits(action.value.action, rows)
  const quick = shortcuts(asked.value, props.pages, props.user.may_plan)
  // a word or two of a page lead to it before anything that only mentions them
  const exact = quick.filter((h) => h.title.toLowerCase() === asked.value.toLowerCase())
  return [...exact, ...rows.map(hitOf), ...quick.filter((h) => !exact.includes(h))]
})
const chosen = ref(0)
watch(asked, () => (chosen.value = 0))
/** What is shown belongs to what is typed, and not to a few letters before. */
const settled = computed(() => asked.value === typed.value.trim() && !isPlaceholderData.value && !isPending.value)
const none = computed(() => asked.value && !hits.value.length && settled.value)

async function move(by: number) {
  if (!hits.value.length) return
  chosen.value = (chosen.value + by + hits.value.length) % hits.value.length
  await nextTick()
  document.getElementById(`found-${chosen.value}`)?.scrollIntoView({ block: 'nearest' })
}

function open(n: number) {
  const hit = hits.value[n]
  if (!hit) return
  emit('close')
  void router.push(hit.to)
}

// Enter may be quicker than the answer: what is opened then is what was typed, not what was shown before
const opening = ref(false)
function enter() {
  window.clearTimeout(timer)
  asked.value = typed.value.trim()
  opening.value = true
}
watch(
  [opening, settled],
  () => {
    if (!opening.value || !settled.value) return
    opening.value = false
    open(chosen.value)
  },
  { flush: 'post' },
)

function openCode(found: string) {
  emit('close')
  void router.push(`/c/${encodeURIComponent(found)}`)
}

onMounted(() => field.value?.focus())
</script>

<template>
  <div class="shade no-print" @click.self="emit('close')">
    <div class="panel" role="dialog" aria-modal="true" aria-label="Find" @keydown.esc.stop="emit('close')">
      <div class="line">
        <input
          ref="field"
          v-model="typed"
          type="search"
          role="combobox"
          aria-label="Find"
          aria-autocomplete="list"
          aria-controls="found"
          :aria-expanded="hits.length > 0"
          :aria-activedescendant="hits.length ? `found-${chosen}` : undefined"
          placeholder="Plant, lot, trial, place, code or page"
          autocomplete="off"
          spellcheck="false"
          @keydown.down.prevent="move(1)"
          @keydown.up.prevent="move(-1)"
          @keydown.enter.prevent="enter"
        />
        <button type="button" class="text-link" :aria-expanded="scanning" @click="scanning = !scanning">Scan</button>
        <button type="button" class="text-link" @click="emit('close')">Close</button>
      </div>
      <div v-if="scanning" class="scan"><CodeReader v-model="code" said="" @code="openCode" /></div>
      <p v-if="data?.instead.length && hits.length" class="quiet note">
        Showing results for {{ data.instead.join(', ') }}.
      </p>
      <p v-if="error" class="notice bad" role="alert">Only pages and actions can be found without a connection.</p>
      <h2 v-if="!asked && hits.length" class="quiet note">Recently opened and actions</h2>
      <ul v-if="hits.length" id="found" role="listbox" aria-label="Found">
        <li
          v-for="(h, n) in hits"
          :id="`found-${n}`"
          :key="`${h.to} ${h.title}`"
          role="option"
          :aria-selected="n === chosen"
          :class="{ chosen: n === chosen }"
          @click="open(n)"
          @mousemove="chosen = n"
        >
          <span class="kind quiet">{{ h.kind }}</span>
          <span class="title">{{ h.title }}</span>
          <span class="quiet detail"
            ><span v-if="h.code" class="code">{{ h.code }}</span
            >{{ h.code && h.detail ? ', ' : '' }}{{ h.detail }}</span
          >
        </li>
      </ul>
      <p v-if="none" class="note">Nothing found for “{{ asked }}”. Try fewer letters, or a code.</p>
    </div>
  </div>
</template>

<style scoped>
.shade {
  position: fixed;
  z-index: 30;
  inset: 0;
  display: flex;
  align-items: flex-start;
  justify-content: center;
  padding: 64px 16px 16px;
  background: rgb(0 0 0 / 35%);
}

.panel {
  display: flex;
  flex-direction: column;
  width: 100%;
  max-width: 640px;
  max-height: 100%;
  border: 1px solid var(--line);
  border-radius: 10px;
  background: var(--sheet);
  color: var(--ink);
}

.line {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 8px 12px;
  border-bottom: 1px solid var(--line-soft);
}

input {
  flex: 1;
  min-width: 0;
  height: 48px;
  padding: 0 4px;
  border: 0;
  background: none;
  color: var(--ink);
  font: 1.1rem var(--text);
}

input:focus {
  outline: none;
}

.line button {
  min-height: 44px;
}

.scan,
.note {
  padding: 8px 16px;
}

.note {
  margin: 0;
  font: 400 0.95rem var(--text);
}

.notice {
  margin: 8px 16px;
}

ul {
  margin: 0;
  padding: 4px 0 8px;
  overflow-y: auto;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: 4.5em 1fr auto;
  gap: 0 12px;
  align-items: baseline;
  min-height: 44px;
  padding: 9px 16px;
  cursor: pointer;
}

li.chosen {
  background: var(--line-soft);
}

.title {
  font-weight: 600;
}

@media (max-width: 700px) {
  .detail {
    grid-column: 2;
  }

  .shade {
    padding: 0;
  }

  .panel {
    height: 100%;
    border: 0;
    border-radius: 0;
  }
}
</style>

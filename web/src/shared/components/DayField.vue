<script setup lang="ts">
import { mdiCalendar } from '@mdi/js'
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue'
import { dateOrder, day, isoDay, moment } from '../format/dates'
import { dayExample, readDay, readMoment, type DayOf } from '../format/dayText'

/**
 * The one field for days: typed ("12 8", "12 aug", "yesterday") or picked from a calendar. With `time` it is a moment on this device's
 * clock, as YYYY-MM-DDTHH:MM. Empty gives ''. What is no day stays in the field with a sentence, and the form cannot be sent.
 */
const props = withDefaults(
  defineProps<{ label: string; messages?: string[]; of?: DayOf; time?: boolean; hint?: string }>(),
  { messages: () => [], of: 'event', hint: '' },
)
const value = defineModel<string | null | undefined>({ required: true })
const DayPicker = defineAsyncComponent(() => import('./DayPicker.vue'))

const shown = (iso: string | null | undefined) => {
  if (!iso) return ''
  return props.time ? moment(iso, true) : day(iso)
}
const text = ref(shown(value.value))
const field = ref<{ $el: HTMLElement } | null>(null)
const picking = ref(false)
const editing = ref(false)

const reading = () => ({ order: dateOrder.value, today: new Date(), of: props.of })
const clock = () => (value.value ?? '').slice(11, 16) || new Date().toTimeString().slice(0, 5)
const read = (typed: string) => (props.time ? readMoment(typed, reading(), clock()) : readDay(typed, reading()))

const wrong = computed(() => {
  if (!text.value.trim() || read(text.value)) return ''
  const example = dayExample(dateOrder.value, isoDay(new Date()))
  return `“${text.value}” is not a date. Type for example ${example}, ${day(isoDay(new Date()))} or yesterday.`
})
// how it is understood, while it is typed in another form than it will be shown
const understood = computed(() => {
  const iso = editing.value ? read(text.value) : null
  return iso && shown(iso) !== text.value ? shown(iso) : ''
})

// the browser itself holds back a form with a wrong day, and points at it
watch(
  [wrong, field],
  async () => {
    await nextTick()
    field.value?.$el.querySelector('input')?.setCustomValidity(wrong.value)
  },
  { immediate: true, flush: 'post' },
)
watch([value, dateOrder], () => {
  if (!editing.value) text.value = shown(value.value)
})

function typed(words: string) {
  editing.value = true
  text.value = words
  if (!words.trim()) value.value = ''
  else value.value = read(words) ?? value.value
}

function left() {
  editing.value = false
  if (!wrong.value) text.value = shown(value.value)
}

function picked(iso: string) {
  editing.value = false
  picking.value = false
  value.value = props.time ? `${iso}T${clock()}` : iso
  text.value = shown(value.value)
}
</script>

<template>
  <v-text-field
    ref="field"
    :model-value="text"
    :label="label"
    autocomplete="off"
    :hint="understood || hint"
    :persistent-hint="understood !== '' || hint !== ''"
    :error-messages="wrong && !editing ? [wrong] : messages"
    @update:model-value="typed"
    @focus="($event.target as HTMLInputElement).select()"
    @blur="left"
    @keydown.enter="left"
  >
    <template #append-inner>
      <v-menu v-model="picking" :close-on-content-click="false">
        <template #activator="{ props: opens }">
          <button type="button" class="pick" v-bind="opens" :aria-label="`Pick: ${label}`">
            <v-icon :icon="mdiCalendar" size="20" />
          </button>
        </template>
        <DayPicker v-if="picking" :day="(value ?? '').slice(0, 10)" @picked="picked" />
      </v-menu>
    </template>
  </v-text-field>
</template>

<style scoped>
.pick {
  display: grid;
  place-items: center;
  width: 44px;
  height: 44px;
  margin: 0 -10px 0 0;
  color: var(--ink-2);
}
</style>

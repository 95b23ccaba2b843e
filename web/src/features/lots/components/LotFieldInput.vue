<script setup lang="ts">
import { computed } from 'vue'
import DayField from '@/shared/components/DayField.vue'
import type { LotField } from '@/shared/kinds'
import { choicesOf } from '@/shared/labels'

/** One plain field of a lot, as its row in the table of fields describes it. */
const props = defineProps<{ field: LotField; at: (pointer: string) => string[] }>()
const value = defineModel<unknown>()

const choices = computed(() => choicesOf(props.field.words))
// what begins with a word always holds one
const clearable = computed(() => !props.field.begins)
const messages = computed(() => props.at(`/${props.field.name}`))
</script>

<template>
  <label v-if="field.kind === 'yes_no'" class="tick"><input v-model="value" type="checkbox" /> {{ field.label }}</label>
  <v-textarea
    v-else-if="field.kind === 'long_text'"
    v-model="value as string"
    :label="field.label"
    rows="2"
    :error-messages="messages"
  />
  <v-select
    v-else-if="field.kind === 'word'"
    v-model="value"
    :items="choices"
    :label="field.label"
    :clearable="clearable"
    :error-messages="messages"
  />
  <DayField
    v-else-if="field.kind === 'day'"
    v-model="value as string"
    :label="field.label"
    :of="field.begins === 'today' ? 'event' : 'plan'"
    :messages="messages"
  />
  <v-text-field
    v-else
    v-model="value as string"
    :label="field.label"
    :placeholder="field.hint || undefined"
    :inputmode="field.kind === 'whole' ? 'numeric' : field.kind === 'number' ? 'decimal' : undefined"
    :error-messages="messages"
  />
</template>

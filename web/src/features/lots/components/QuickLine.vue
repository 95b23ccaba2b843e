<script setup lang="ts">
import { computed, ref } from 'vue'
import { useAnswer } from '@/shared/composables/useAnswer'
import { readLotLine, type LineRead } from '../api'

/** A lot in one line of text; below it, what each piece was taken for, and what has to be said more exactly. */
const emit = defineEmits<{ read: [line: LineRead] }>()
const text = defineModel<string>({ required: true })

const typed = ref(text.value)
const wanted = computed(() => (typed.value.trim() ? { text: typed.value } : null))
const { answer } = useAnswer(wanted, async (body) => {
  const line = await readLotLine(body)
  emit('read', line)
  return line
})
</script>

<template>
  <div class="quick">
    <v-text-field
      v-model="typed"
      label="All in one line"
      placeholder="Lewis flax, north bed, 12 Aug, about 40 plants, 18 g"
      persistent-placeholder
      maxlength="500"
      @update:model-value="(t) => (text = t)"
      @keydown.enter.prevent
    />
    <ul v-if="answer" class="plain" aria-label="What was understood" aria-live="polite">
      <li v-for="(u, i) in answer.understood" :key="i">
        <strong>{{ u.piece }}</strong> <span class="quiet">{{ u.taken_for }}</span>
      </li>
    </ul>
    <p v-for="q in answer?.questions" :key="q" class="notice" role="status">{{ q }}</p>
  </div>
</template>

<style scoped>
ul {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  font-size: 0.92rem;
}

.notice {
  margin: 6px 0 0;
}
</style>

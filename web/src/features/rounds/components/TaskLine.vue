<script setup lang="ts">
import { computed } from 'vue'
import DishDrawing from '@/shared/drawing/DishDrawing.vue'
import { pictureOf } from '@/shared/drawing/dish'
import { plural } from '@/shared/format/numbers'
import { stopWords } from '@/shared/labels'
import type { RoundTask } from '../api'

const props = defineProps<{ task: RoundTask }>()

const to = computed(() => ({ name: props.task.kind === 'count' ? 'count' : 'trial', params: { id: props.task.trial } }))
const what = computed(() => `${props.task.kind === 'count' ? 'Count' : 'Sow'} ${props.task.lot_name}`)
const detail = computed(() => {
  const t = props.task
  if (t.kind === 'sow') return 'its seed is out of treatment'
  if (t.advice === 'quiet_and_length' || t.advice === 'all_accounted') return stopWords[t.advice]
  return t.moving ? 'germinating' : 'nothing has germinated yet'
})
const late = computed(() => (props.task.days_late > 0 ? `${plural(props.task.days_late, 'day')} late` : 'today'))
</script>

<template>
  <RouterLink :to="to" class="task">
    <div class="icon"><DishDrawing :dish="pictureOf(task.dish)" aria-hidden="true" /></div>
    <div class="what">
      <strong>{{ what }}</strong> <span class="code">{{ task.trial_code }}</span>
      <div class="quiet">{{ detail }}</div>
    </div>
    <div class="when">
      <span class="figures">{{ plural(task.dishes, 'dish', 'dishes') }}</span>
      <span :class="task.days_late > 0 ? 'late' : 'quiet'">{{ late }}</span>
    </div>
  </RouterLink>
</template>

<style scoped>
.task {
  display: flex;
  align-items: center;
  gap: 16px;
  min-height: 60px;
  padding: 6px 0;
  border-bottom: 1px solid var(--line-soft);
  color: var(--ink);
  text-decoration: none;
}

.task:hover strong {
  text-decoration: underline;
}

.icon {
  flex: 0 0 46px;
}

.what {
  flex: 1;
  min-width: 0;
}

.what .code {
  margin-left: 6px;
  color: var(--ink-2);
  font-size: 0.85rem;
}

.what .quiet {
  font-size: 0.92rem;
}

.when {
  display: flex;
  flex-direction: column;
  align-items: flex-end;
  font-weight: 600;
  white-space: nowrap;
}

.when .quiet {
  font-weight: 400;
}
</style>

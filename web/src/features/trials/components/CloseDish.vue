<script setup lang="ts">
import { ref } from 'vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { postClosing, type CountDish } from '../api'

/** Close a dish with the fates of what is left; what nobody checked stays unknown. */
const props = defineProps<{ dish: CountDish; remaining: number }>()
const emit = defineEmits<{ closed: [] }>()

const FATES = [
  { key: 'fresh', word: 'firm and fresh', hint: 'alive by cut or stain' },
  { key: 'hard', word: 'hard', hint: 'took up no water' },
  { key: 'empty', word: 'empty', hint: 'no embryo' },
  { key: 'dead', word: 'dead', hint: 'soft or brown inside' },
] as const

const { attempt, at, sentence } = useProblem()
/** While it is open the thumb bar makes room. */
const open = defineModel<boolean>('open', { required: true })
const fates = ref({ fresh: '', hard: '', empty: '', dead: '' })
const client_id = crypto.randomUUID()

async function close() {
  const counts = Object.fromEntries(Object.entries(fates.value).map(([k, v]) => [k, Number(v) || 0]))
  const done = await attempt(async () => {
    await postClosing({ client_id, dish: props.dish.id, at: new Date().toISOString(), ...counts })
    return true
  })
  if (done) emit('closed')
}
</script>

<template>
  <p v-if="!open" class="offer">
    <button type="button" class="link" @click="open = true">Close this dish: what is left of {{ remaining }}?</button>
  </p>
  <form v-else class="close" @submit.prevent="close">
    <p>{{ remaining }} seeds are left. Cut or press them; leave a field empty where you did not check.</p>
    <div class="fates">
      <v-text-field
        v-for="f in FATES"
        :key="f.key"
        v-model="fates[f.key]"
        :label="f.word"
        :hint="f.hint"
        persistent-hint
        inputmode="numeric"
        :error-messages="at(`/${f.key}`)"
      />
    </div>
    <FormFoot action="Close the dish" :busy="false" :sentence="sentence" leave="Keep counting" @leave="open = false" />
  </form>
</template>

<style scoped>
.offer {
  margin: 0;
  text-align: center;
}

.link {
  min-height: 48px;
  color: var(--leaf);
  text-decoration: underline;
}

.fates {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  margin-bottom: 12px;
}
</style>

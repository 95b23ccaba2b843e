<script setup lang="ts">
import type { CountDish } from '../api'

/** A question before a look is saved: a total lower than before, or potting from a mouldy dish. */
defineProps<{ about: 'total' | 'mould'; dish: CountDish; typed: number; before: number; sprouts: number }>()
const emit = defineEmits<{ leave: []; lower: []; nothing: []; pot: []; throw: [] }>()
</script>

<template>
  <section class="ask" role="alertdialog" aria-label="Before it is saved">
    <template v-if="about === 'total'">
      <p>Dish {{ dish.code }}: {{ typed }} in all, but {{ before }} were counted before. Which is right?</p>
      <button
        v-if="
          dish.last_look &&
          before - typed <=
            dish.last_look.new_germinated +
              dish.last_look.new_rotted +
              dish.last_look.new_abnormal +
              dish.last_look.new_lost
        "
        type="button"
        @click="emit('lower')"
      >
        {{ typed }}: the last look counted {{ before - typed }} too many
      </button>
      <button type="button" @click="emit('nothing')">{{ before }}: nothing new</button>
    </template>
    <template v-else>
      <p>
        Dish {{ dish.code }} has mould. Potting {{ sprouts === 1 ? 'its sprout' : `its ${sprouts} sprouts` }} can carry
        the disease into the trays.
      </p>
      <button type="button" @click="emit('throw')">Throw {{ sprouts === 1 ? 'it' : 'them' }} out</button>
      <button type="button" @click="emit('pot')">
        Pot {{ sprouts === 1 ? 'it' : 'them' }} all the same, apart from the others
      </button>
    </template>
    <button type="button" class="plain" @click="emit('leave')">Back to the dish</button>
  </section>
</template>

<style scoped>
.ask {
  display: grid;
  gap: 10px;
  padding: 12px 16px 16px;
  border-top: 3px solid var(--care);
  background: var(--sheet);
}

p {
  margin: 0;
  font-weight: 600;
}

button {
  min-height: 54px;
  border-radius: 12px;
  background: var(--leaf);
  color: var(--on-leaf);
  font-weight: 700;
}

.plain {
  background: none;
  color: var(--leaf);
}
</style>

<script setup lang="ts">
/** A form that is filled in like the label on a bag: paper with a folded edge, a code in its corner, words over lines. */
defineProps<{ title: string; code: string }>()
const UNDERLINED = { variant: 'underlined' as const }
const LINES = {
  VTextField: UNDERLINED,
  VSelect: UNDERLINED,
  VAutocomplete: UNDERLINED,
  VTextarea: UNDERLINED,
}
</script>

<template>
  <div class="label">
    <div class="fold" aria-hidden="true"></div>
    <div class="in">
      <div class="top">
        <span class="quiet">{{ title }}</span>
        <span class="code">{{ code }}</span>
      </div>
      <v-defaults-provider :defaults="LINES"><slot /></v-defaults-provider>
    </div>
  </div>
</template>

<style scoped>
.label {
  border: 1.5px solid var(--line);
  border-radius: 6px 6px 20px 20px;
  background: var(--sheet);
  overflow: hidden;
}

.fold {
  height: 12px;
  background: repeating-linear-gradient(90deg, var(--future) 0 14px, var(--line) 14px 28px);
}

.in {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
  padding: 14px 26px 22px;
}

.top {
  display: flex;
  gap: 16px;
  align-items: baseline;
  justify-content: space-between;
}

.code {
  font-size: 1.5rem;
}

.in :deep(.v-field__input) {
  font: 500 1.12rem var(--heading);
}

/* the button of an icon does not make its line lower than the others */
.in :deep(.v-field__append-inner > button) {
  margin-block: -10px;
}

@media (max-width: 700px) {
  .in {
    padding: 10px 14px 16px;
  }
}
</style>

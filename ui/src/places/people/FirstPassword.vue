<script setup lang="ts">
import type { First } from '../../api/client'
import { moment } from '../../parts/words'

// FirstPassword is shown once, to be said to its person.
defineProps<{ first: First }>()
defineEmits<{ done: [] }>()
</script>

<template>
  <section class="first" role="alertdialog" aria-labelledby="first-title">
    <h2 id="first-title">A first password for {{ first.name }}</h2>
    <p class="word">{{ first.password }}</p>
    <p>
      Say it to them; do not send it. With {{ first.email }} it lets them in until {{ moment(first.until) }}, and they
      choose their own at once. It is not shown again.
    </p>
    <button type="button" class="go" @click="$emit('done')">I have said it</button>
  </section>
</template>

<style scoped>
.first {
  background: var(--warm);
  border-left: 6px solid var(--copper);
  padding: 14px 18px 18px;
  display: grid;
  gap: 10px;
  justify-items: start;
}
.word {
  font:
    600 26px/1.3 ui-monospace,
    monospace;
  user-select: all;
}
</style>

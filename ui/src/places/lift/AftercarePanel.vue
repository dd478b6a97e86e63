<script setup lang="ts">
// AftercarePanel is the night and the next morning, and the card that goes home.
import type { Aftercare } from '../../api/client'
import { clock } from '../../parts/words'

defineProps<{ care: Aftercare; id: string }>()
</script>

<template>
  <section class="sheet care" aria-labelledby="care-title">
    <div class="head">
      <h2 id="care-title">Tonight and tomorrow</h2>
      <span class="links"
        ><RouterLink :to="{ name: 'aftercare-card', params: { id } }">Card to print</RouterLink>
        <a :href="`/api/sittings/${id}/aftercare.pdf`" download="aftercare.pdf">Card as PDF</a></span
      >
    </div>
    <ol v-if="care.steps.length">
      <li v-for="s in care.steps" :key="s.id">
        <span class="soft">{{ clock(s.start) }}</span> {{ s.say }}
      </li>
    </ol>
    <p v-else class="soft">Nothing in the kit suits this skin tonight; clean and calm is enough.</p>
    <h3>Tomorrow</h3>
    <ul>
      <li v-for="(t, i) in care.tomorrow" :key="i">{{ t }}</li>
    </ul>
  </section>
</template>

<style scoped>
.care {
  padding: 12px 16px 14px;
  display: grid;
  gap: 8px;
  align-content: start;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 12px;
  flex-wrap: wrap;
}
.links {
  display: flex;
  gap: 18px;
  font-weight: 600;
}
ol,
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
ol span {
  display: inline-block;
  width: 50px;
}
ul li {
  padding-left: 14px;
  text-indent: -14px;
}
ul li::before {
  content: '·';
  display: inline-block;
  width: 14px;
  text-indent: 0;
  font-weight: 700;
}
h3 {
  font-size: 18px;
  margin-top: 4px;
}
</style>

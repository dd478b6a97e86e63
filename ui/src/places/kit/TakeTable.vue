<script setup lang="ts">
// TakeTable takes a table of products in: first a preview that names every faulty row and field, then, only when told
// to,
// the good rows.
import { useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'
import { Problem, type Preview } from '../../api/client'
import Trouble from '../../parts/Trouble.vue'

const emit = defineEmits<{ close: [] }>()
const queries = useQueryClient()
const preview = ref<Preview>()
const trouble = ref('')
const name = ref('')
let table: Blob | undefined

async function send(query: string) {
  trouble.value = ''
  try {
    const r = await fetch('/api/kit.csv' + query, {
      method: 'POST',
      headers: { 'Content-Type': 'text/csv' },
      body: table,
    })
    const answer = await r.json()
    if (!r.ok)
      throw new Problem(
        r.status,
        [answer.detail, ...(answer.errors ?? []).map((e: { message: string }) => e.message)].join(' '),
      )
    preview.value = answer as Preview
    if (preview.value.taken) queries.invalidateQueries({ queryKey: ['kit'] })
  } catch (e) {
    preview.value = undefined
    trouble.value = e instanceof Problem ? e.message : 'The file could not be sent. Nothing was taken; try again.'
  }
}
function choose(e: Event) {
  const file = (e.target as HTMLInputElement).files?.[0]
  if (!file) return
  table = file
  name.value = file.name
  send('')
}
</script>

<template>
  <section class="sheet take" aria-labelledby="take-title">
    <h2 id="take-title">Take in a table</h2>
    <p class="soft">
      A CSV file with a header row that names the columns, at least id, name and kind. Nothing is taken before you say
      so.
    </p>
    <label class="quiet file">Choose a file<input type="file" accept=".csv,text/csv" @change="choose" /></label>
    <Trouble v-if="trouble" :say="trouble" />
    <template v-if="preview">
      <p>
        <b>{{ name }}:</b> {{ preview.good }} sound rows, {{ preview.new }} new and {{ preview.changed }} over what is
        there; {{ preview.faults.length }} faults.
      </p>
      <div v-if="preview.faults.length" class="faults">
        <table>
          <thead>
            <tr>
              <th>Row</th>
              <th>Field</th>
              <th>What is wrong</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(f, i) in preview.faults.slice(0, 500)" :key="i">
              <td>{{ f.row }}</td>
              <td>{{ f.field || 'the row' }}</td>
              <td>{{ f.say }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="preview.taken">
        <b>Taken: {{ preview.good }} products.</b>
      </p>
    </template>
    <div class="row">
      <button
        v-if="preview && preview.good && !preview.taken"
        type="button"
        class="go"
        @click="send('?take=true&good_only=true')"
      >
        {{ preview.faults.length ? `Take the ${preview.good} good rows` : `Take all ${preview.good}` }}
      </button>
      <button type="button" class="quiet" @click="emit('close')">Close</button>
    </div>
  </section>
</template>

<style scoped>
.take {
  padding: 14px 20px 18px;
  display: grid;
  gap: 10px;
  justify-items: start;
}
.file {
  position: relative;
  overflow: hidden;
}
.file input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.file:focus-within {
  outline: 3px solid var(--copper);
  outline-offset: 2px;
}
.faults {
  max-height: 260px;
  overflow: auto;
  width: 100%;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  text-align: left;
  padding: 5px 14px 5px 0;
  border-bottom: 1px solid var(--fold);
}
.row {
  display: flex;
  gap: 10px;
}
</style>

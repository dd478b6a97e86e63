<script setup lang="ts">
// TakeTable takes a table of products in: first a preview that names every faulty row and field, then, only when told
// to,
// the good rows.
import { t } from '../../i18n'
import { useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'
import { Problem, type Preview } from '../../api/client'
import Grid from '../../parts/Grid.vue'
import Trouble from '../../parts/Trouble.vue'

const queries = useQueryClient()
const preview = ref<Preview>()
const trouble = ref('')
const name = ref('')
const columns = [
  { key: 'row', title: t('takeTable.row') },
  { key: 'field', title: t('takeTable.field') },
  { key: 'say', title: t('takeTable.whatIsWrong') },
]
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
    trouble.value = e instanceof Problem ? e.message : t('takeTable.theFileCouldNotBe')
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
  <section class="take">
    <p class="soft">
      {{ t('takeTable.aCsvFileWithA') }}
    </p>
    <label class="quiet file"
      >{{ t('takeTable.chooseAFile') }}<input type="file" accept=".csv,text/csv" @change="choose"
    /></label>
    <Trouble v-if="trouble" :say="trouble" />
    <template v-if="preview">
      <p>
        <b>{{ name }}:</b>
        {{
          t('takeTable.soundRowsNewAndOver', {
            good: preview.good,
            new: preview.new,
            changed: preview.changed,
            faults: preview.faults.length,
          })
        }}
      </p>
      <Grid
        v-if="preview.faults.length"
        name="Faults of the table"
        :rows="preview.faults"
        :columns="columns"
        :row-key="(f) => `${f.row} ${f.field} ${f.say}`"
        :page="50"
      >
        <template #default="{ column, row: f }">
          <template v-if="column === 'row'">{{ f.row }}</template>
          <template v-else-if="column === 'field'">{{ f.field || t('takeTable.theRow') }}</template>
          <template v-else>{{ f.say }}</template>
        </template>
      </Grid>
      <p v-if="preview.taken">
        <b>{{ t('takeTable.takenProducts', { good: preview.good }) }}</b>
      </p>
    </template>
    <div class="row">
      <button
        v-if="preview && preview.good && !preview.taken"
        type="button"
        class="go"
        @click="send('?take=true&good_only=true')"
      >
        {{
          preview.faults.length
            ? t('takeTable.takeTheGoodRows', { good: preview.good })
            : t('takeTable.takeAll', { good: preview.good })
        }}
      </button>
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
.row {
  display: flex;
  gap: 10px;
}
</style>

<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import AInput from 'ant-design-vue/es/input'
import { computed, ref, shallowRef } from 'vue'
import { api, ask, Problem, type Shelved } from '../../api/client'
import Choices from '../../parts/Choices.vue'
import Grid from '../../parts/Grid.vue'
import Side from '../../parts/Side.vue'
import Trouble from '../../parts/Trouble.vue'
import { plain, sentence, shortDate } from '../../parts/words'
import ProductCard from './ProductCard.vue'
import { useWords } from '../../parts/catalogue'
import TakeTable from './TakeTable.vue'

const { data: shelf, failureReason } = useQuery({ queryKey: ['kit'], queryFn: () => ask(api.GET('/api/kit')) })
const away = computed(() => failureReason.value instanceof Problem && failureReason.value.away)
const words = ref('')
const state = ref('on')
const open = shallowRef<Shelved | 'new'>()
const taking = ref(false)

const shown = computed({
  get: () => open.value !== undefined,
  set: (o) => {
    if (!o) open.value = undefined
  },
})
const title = computed(() => (!open.value || open.value === 'new' ? 'New product' : open.value.product.name))
const rank = { out: 0, empty: 1, soon: 2, fine: 3 } as Record<string, number>
const columns = [
  {
    key: 'name',
    title: 'Product',
    sorter: (a: Shelved, b: Shelved) => a.product.name.localeCompare(b.product.name),
    width: '30%',
  },
  { key: 'left', title: 'Left', sorter: (a: Shelved, b: Shelved) => left(a).localeCompare(left(b)) },
  { key: 'state', title: 'State', sorter: (a: Shelved, b: Shelved) => (rank[a.state] ?? 4) - (rank[b.state] ?? 4) },
  { key: 'suits', title: 'Suits', width: '30%' },
]

const states = [
  { value: 'on', label: 'On the shelf' },
  { value: 'soon', label: 'Soon out' },
  { value: 'out', label: 'Out of date' },
  { value: 'empty', label: 'Empty' },
  { value: 'retired', label: 'Retired' },
]
const stateWords = useWords().named('stock')
const found = computed(() =>
  (shelf.value ?? []).filter((s) => {
    const p = s.product
    const text = [
      p.name,
      p.maker,
      p.kind,
      plain(p.kind),
      p.base,
      ...(p.tags ?? []),
      ...Object.keys(p.actives ?? {}),
      ...s.suits,
    ]
      .join(' ')
      .toLowerCase()
    const here =
      state.value === 'retired' ? s.retired : !s.retired && (state.value === 'on' || s.state === state.value)
    return (
      here &&
      words.value
        .toLowerCase()
        .split(/\s+/)
        .every((w) => text.includes(w))
    )
  }),
)
const left = (s: Shelved) =>
  s.product.count !== undefined
    ? `${s.product.count} left`
    : s.product.remaining_g !== undefined
      ? `${s.product.remaining_g} g of ${s.product.pack_g ?? '?'}`
      : 'not counted'
</script>

<template>
  <main>
    <header>
      <h1>Kit</h1>
      <div>
        <label class="visually-hidden" for="find-kit">Find a product</label>
        <AInput
          id="find-kit"
          v-model:value="words"
          type="search"
          placeholder="Find by name, kind, tag or active"
          autocomplete="off"
        />
      </div>
      <div class="row">
        <a class="quiet" href="/api/kit.csv" download="kit.csv">Table out</a>
        <button type="button" class="quiet" @click="taking = true">Table in</button>
        <button type="button" class="go" @click="open = 'new'">New product</button>
      </div>
    </header>
    <Trouble v-if="away" say="The studio’s records do not answer just now. This tries again by itself." />
    <Choices v-model="state" legend="Show" :options="states" />
    <Grid
      v-if="shelf"
      class="sheet list"
      name="Products"
      :rows="found"
      :columns="columns"
      :row-key="(s) => s.product.id"
      :on="(s) => open !== 'new' && open?.product.id === s.product.id"
      :empty="words ? 'Nothing by these words here.' : 'Nothing stands here. Add a product, or take in a table.'"
      @pick="(s) => (open = s)"
    >
      <template #default="{ column, row: s }">
        <button v-if="column === 'name'" type="button" class="name">
          <b>{{ s.product.name }}</b><span class="soft"
            >{{ plain(s.product.kind) }}<template v-if="s.product.maker">, {{ s.product.maker }}</template></span
          >
        </button>
        <template v-else-if="column === 'left'"
          >{{ left(s)
          }}<span class="soft">{{ s.face_price ? s.face_price.toFixed(2) + ' a face' : '' }}</span></template
        >
        <span v-else-if="column === 'state'" :class="s.state"
          >{{ sentence(stateWords[s.state] ?? '')
          }}<span v-if="s.use_by" class="soft">until {{ shortDate(s.use_by) }}</span></span
        >
        <template v-else
          >{{ s.suits.length ? 'suits ' + s.suits.map(plain).join(', ') : ''
          }}<span class="soft">{{
            s.rules_out.length ? 'not with ' + s.rules_out.slice(0, 4).map(plain).join(', ') : ''
          }}</span></template
        >
      </template>
    </Grid>
    <Side v-model:open="shown" :title="title" :width="640">
      <ProductCard
        v-if="open"
        :key="open === 'new' ? 'new' : open.product.id"
        :shelved="open === 'new' ? undefined : open"
        @kept="(s) => (open = s)"
      />
    </Side>
    <Side v-model:open="taking" title="Take in a table" :width="760"><TakeTable v-if="taking" /></Side>
  </main>
</template>

<style scoped>
main {
  display: grid;
  gap: 14px;
  align-content: start;
}
header {
  display: grid;
  grid-template-columns: 1fr 320px auto;
  gap: 18px;
  align-items: center;
}
.row {
  display: flex;
  gap: 8px;
}
.name {
  border: 0;
  background: none;
  padding: 0;
  text-align: left;
  cursor: pointer;
  min-height: 44px;
}
.list :deep(td) > span.soft,
.name span,
.list :deep(td) span span {
  display: block;
  font-size: 15px;
  font-weight: 400;
}
.list :deep(tr) {
  cursor: pointer;
}
.out,
.empty {
  color: var(--madder);
  font-weight: 650;
}
.soon {
  color: var(--ochre);
  font-weight: 650;
}
@media (max-width: 1000px) {
  header {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import AInput from 'ant-design-vue/es/input'
import { computed, ref, shallowRef } from 'vue'
import { api, ask, Problem, type Shelved } from '../../api/client'
import Choices from '../../parts/Choices.vue'
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
const most = 200 // rows drawn at once; finding narrows the rest

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
    <TakeTable v-if="taking" @close="taking = false" />
    <Choices v-model="state" legend="Show" :options="states" />
    <div class="cols" :class="{ two: open }">
      <ul class="sheet list">
        <li v-for="s in found.slice(0, most)" :key="s.product.id">
          <button type="button" :class="{ on: open !== 'new' && open?.product.id === s.product.id }" @click="open = s">
            <span
              ><b>{{ s.product.name }}</b
              ><span class="soft"
                >{{ plain(s.product.kind) }}<template v-if="s.product.maker">, {{ s.product.maker }}</template></span
              ></span
            >
            <span
              >{{ left(s)
              }}<span class="soft">{{ s.face_price ? s.face_price.toFixed(2) + ' a face' : '' }}</span></span
            >
            <span :class="s.state"
              >{{ sentence(stateWords[s.state] ?? '')
              }}<span v-if="s.use_by" class="soft">until {{ shortDate(s.use_by) }}</span></span
            >
            <span v-if="!open"
              >{{ s.suits.length ? 'suits ' + s.suits.map(plain).join(', ') : ''
              }}<span class="soft">{{
                s.rules_out.length ? 'not with ' + s.rules_out.slice(0, 4).map(plain).join(', ') : ''
              }}</span></span
            >
          </button>
        </li>
        <li v-if="found.length > most" class="none">{{ found.length - most }} more; find narrows them.</li>
        <li v-else-if="shelf && !found.length" class="none">
          {{ words ? 'Nothing by these words here.' : 'Nothing stands here. Add a product, or take in a table.' }}
        </li>
      </ul>
      <ProductCard
        v-if="open"
        :key="open === 'new' ? 'new' : open.product.id"
        :shelved="open === 'new' ? undefined : open"
        @close="open = undefined"
        @kept="(s) => (open = s)"
      />
    </div>
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
.cols.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 520px;
  gap: 18px;
  align-items: start;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  border-bottom: 1px solid var(--fold);
}
li button {
  display: grid;
  grid-template-columns: 1.5fr 1fr 1fr 1.5fr;
  gap: 16px;
  width: 100%;
  min-height: 58px;
  padding: 7px 18px;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
  align-items: center;
  line-height: 1.25;
}
.two li button {
  grid-template-columns: 1.5fr 1fr 1fr;
}
li button:hover {
  background: #fff;
}
li button.on {
  background: var(--warm);
  box-shadow: inset 5px 0 0 var(--copper);
}
li span span {
  display: block;
  font-size: 15px;
  font-weight: 400;
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
.none {
  padding: 18px;
}
</style>

<script setup lang="ts">
import { t } from '../../i18n'
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { useMediaQuery } from '@vueuse/core'
import AInput from 'ant-design-vue/es/input'
import { computed, nextTick, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem, type Shelved } from '../../api/client'
import Choices from '../../parts/Choices.vue'
import Grid from '../../parts/Grid.vue'
import Side from '../../parts/Side.vue'
import Trouble from '../../parts/Trouble.vue'
import { plain, sentence } from '../../parts/words'
import { money, shortDate } from '../../i18n/format'
import ProductCard from './ProductCard.vue'
import Restock from './Restock.vue'
import { useWords } from '../../parts/catalogue'
import TakeTable from './TakeTable.vue'

const { data: shelf, failureReason } = useQuery({ queryKey: ['kit'], queryFn: () => ask(api.GET('/api/kit')) })
const away = computed(() => failureReason.value instanceof Problem && failureReason.value.away)
const words = ref('')
const state = ref('on')
const open = shallowRef<Shelved | 'new'>()
const taking = ref(false)
const restocking = ref(false)
// With room beside it the card stays in sight while the list is gone through; else it comes in over the side.
const roomy = useMediaQuery('(min-width: 1100px)')
const queries = useQueryClient()
const starter = useMutation({
  mutationFn: () => ask(api.POST('/api/kit/starter')),
  onSuccess: (all) => queries.setQueryData(['kit'], all),
})
// The focus goes with the eye: into the card as it is opened, and back to the row as it is closed.
watch(open, async (o, was) => {
  const key = (x: typeof o) => (x === 'new' || !x ? x : x.product.id)
  if (!o || !roomy.value || key(o) === key(was)) return
  await nextTick()
  document.getElementById('card-title')?.focus({ preventScroll: true })
})
async function back(e: KeyboardEvent) {
  if (e.defaultPrevented) return
  const row = document.querySelector<HTMLElement>('.list .on .name')
  open.value = undefined
  await nextTick()
  row?.focus()
}
function take(product: string) {
  restocking.value = false
  open.value = shelf.value?.find((s) => s.product.id === product)
}

// A link elsewhere may name the card that it is about.
const route = useRoute()
const router = useRouter()
watch(
  [shelf, () => route.query.open],
  ([s, product]) => {
    if (!s || typeof product !== 'string') return
    take(product)
    void router.replace({ query: {} })
  },
  { immediate: true },
)

const shown = computed({
  get: () => open.value !== undefined,
  set: (o) => {
    if (!o) open.value = undefined
  },
})
const title = computed(() => (!open.value || open.value === 'new' ? t('kit.newProduct') : open.value.product.name))
const rank = { out: 0, empty: 1, soon: 2, fine: 3 } as Record<string, number>
const columns = [
  {
    key: 'name',
    title: t('common.product'),
    sorter: (a: Shelved, b: Shelved) => a.product.name.localeCompare(b.product.name),
    width: '30%',
  },
  { key: 'left', title: t('kit.left'), sorter: (a: Shelved, b: Shelved) => left(a).localeCompare(left(b)) },
  {
    key: 'state',
    title: t('kit.state'),
    sorter: (a: Shelved, b: Shelved) => (rank[a.state] ?? 4) - (rank[b.state] ?? 4),
  },
  { key: 'suits', title: t('common.suits'), width: '30%' },
]

const states = [
  { value: 'on', label: t('kit.onTheShelf') },
  { value: 'soon', label: t('kit.soonOut') },
  { value: 'out', label: t('kit.outOfDate') },
  { value: 'empty', label: t('kit.empty') },
  { value: 'retired', label: t('kit.retired') },
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
    ? t('kit.leftOf', { count: s.product.count })
    : s.product.remaining_g !== undefined
      ? t('kit.gOf', { remaining_g: s.product.remaining_g, pack_g: s.product.pack_g ?? '?' })
      : t('kit.notCounted')
</script>

<template>
  <main>
    <header>
      <h1>{{ t('common.kit') }}</h1>
      <div>
        <label class="visually-hidden" for="find-kit">{{ t('kit.findAProduct') }}</label>
        <AInput
          id="find-kit"
          v-model:value="words"
          type="search"
          :placeholder="t('kit.findByNameKindTag')"
          autocomplete="off"
        />
      </div>
      <div class="row">
        <a class="quiet" href="/api/kit.csv" download="kit.csv">{{ t('kit.tableOut') }}</a>
        <button type="button" class="quiet" @click="restocking = true">{{ t('restock.title') }}</button>
        <button type="button" class="quiet" @click="taking = true">{{ t('kit.tableIn') }}</button>
        <button type="button" class="go" @click="open = 'new'">{{ t('kit.newProduct') }}</button>
      </div>
    </header>
    <Trouble v-if="away" :say="t('common.theStudioSRecordsDo')" />
    <Choices v-model="state" :legend="t('kit.show')" :options="states" />
    <p v-if="shelf && !shelf.length" class="none">
      {{ t('kit.nothingStandsHereAddA') }}
      <button type="button" class="go" :disabled="starter.isPending.value" @click="starter.mutate()">
        {{ t('firstDay.takeStarter') }}
      </button>
    </p>
    <div v-else class="shelf" :class="{ beside: open && roomy }">
      <Grid
        v-if="shelf"
        class="sheet list"
        :name="t('kit.products')"
        :rows="found"
        :columns="open && roomy ? columns.slice(0, 3) : columns"
        :row-key="(s) => s.product.id"
        :on="(s) => open !== 'new' && open?.product.id === s.product.id"
        :empty="words ? t('common.nothingByTheseWordsHere') : t('kit.nothingStandsHereAddA')"
        @pick="(s) => (open = s)"
      >
        <template #default="{ column, row: s }">
          <button v-if="column === 'name'" type="button" class="name">
            <b>{{ s.product.name }}</b><span class="soft"
              >{{ plain(s.product.kind, 'kind')
              }}<template v-if="s.product.maker">, {{ s.product.maker }}</template></span
            >
          </button>
          <template v-else-if="column === 'left'"
            >{{ left(s)
            }}<span class="soft">{{
              s.face_price ? t('kit.aFace', { price: money(s.face_price) }) : ''
            }}</span></template
          >
          <span v-else-if="column === 'state'" :class="s.state"
            >{{ sentence(stateWords[s.state] ?? '')
            }}<span v-if="s.use_by" class="soft">{{ t('kit.until', { use_by: shortDate(s.use_by) }) }}</span></span
          >
          <template v-else
            >{{ s.suits.length ? t('kit.suits', { skins: s.suits.map((w) => plain(w)).join(', ') }) : ''
            }}<span class="soft">{{
              s.rules_out.length
                ? t('kit.notWith', {
                    words: s.rules_out
                      .slice(0, 4)
                      .map((w) => plain(w))
                      .join(', '),
                  })
                : ''
            }}</span></template
          >
        </template>
      </Grid>
      <aside v-if="open && roomy" class="sheet taken" aria-labelledby="card-title" @keydown.esc="back">
        <header>
          <h2 id="card-title" tabindex="-1">{{ title }}</h2>
          <button type="button" class="quiet" @click="open = undefined">{{ t('common.close') }}</button>
        </header>
        <ProductCard
          :key="open === 'new' ? 'new' : open.product.id"
          :shelved="open === 'new' ? undefined : open"
          @kept="(s) => (open = s)"
        />
      </aside>
    </div>
    <Side v-if="!roomy" v-model:open="shown" :title="title" :width="640">
      <ProductCard
        v-if="open"
        :key="open === 'new' ? 'new' : open.product.id"
        :shelved="open === 'new' ? undefined : open"
        @kept="(s) => (open = s)"
      />
    </Side>
    <Side v-model:open="restocking" :title="t('restock.title')" :width="640"
      ><Restock v-if="restocking" @pick="take"
    /></Side>
    <Side v-model:open="taking" :title="t('kit.takeInATable')" :width="760"><TakeTable v-if="taking" /></Side>
  </main>
</template>

<style scoped>
.shelf.beside {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(440px, 0.85fr);
  gap: 18px;
  align-items: start;
}
.taken {
  position: sticky;
  top: 12px;
  max-height: calc(100vh - 24px);
  overflow-y: auto;
  padding: 12px 18px 0;
}
.taken > header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  margin-bottom: 10px;
}
.taken h2 {
  overflow-wrap: anywhere;
}
.none {
  display: grid;
  gap: 12px;
  justify-items: start;
  padding: 30px 0;
}
main {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
  align-content: start;
}
main > header {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px auto;
  gap: 18px;
  align-items: center;
}
.row {
  display: flex;
  flex-wrap: wrap;
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
@media (max-width: 1000px) {
  .list {
    overflow-x: auto;
  }
}
.list :deep(td) > span.soft,
.name span,
.list :deep(td) span span {
  display: block;
  font-size: var(--small);
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
  main > header {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

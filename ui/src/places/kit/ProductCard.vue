<script setup lang="ts">
// ProductCard is one product with all its properties, to read, change, copy, retire or calibrate.
import { t } from '../../i18n'
import { figure, money } from '../../i18n/format'
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import ATextarea from 'ant-design-vue/es/input/TextArea'
import { computed, reactive, ref, useId } from 'vue'
import { api, ask, Problem, type Product, type Shelved } from '../../api/client'
import { useAskOnce } from '../../keep/leaving'
import { useDraft } from '../../keep/seal'
import Choices from '../../parts/Choices.vue'
import Field from '../../parts/Field.vue'
import Fold from '../../parts/Fold.vue'
import DateField from '../../parts/fields/DateField.vue'
import Pick from '../../parts/fields/Pick.vue'
import Tick from '../../parts/fields/Tick.vue'
import Trouble from '../../parts/Trouble.vue'
import WordList from '../../parts/WordList.vue'
import { useWords } from '../../parts/catalogue'
import ScanList from './ScanList.vue'
import StockMoves from './StockMoves.vue'
import { listed, plain } from '../../parts/words'

const props = defineProps<{ shelved?: Shelved }>()
const emit = defineEmits<{ kept: [Shelved] }>()
const queries = useQueryClient()
const { list } = useWords()
const state = reactive({ version: props.shelved?.version ?? 0, retired: props.shelved?.retired ?? false })
const p = ref<Product>(
  props.shelved ? JSON.parse(JSON.stringify(props.shelved.product)) : { id: '', name: '', kind: 'moisturiser_lotion' },
)
const draft = useDraft('product:' + (props.shelved?.product.id ?? 'new'), p)
const listId = useId()
const kinds = list('kind')
const bases = list('base', [''])
const containers = list('container', [''])
const filters = list('filters')
const often = [
  ['eye_safe', t('productCard.eyeSafe')],
  ['lens_safe', t('productCard.lensSafe')],
  ['house', t('productCard.ourOwnChoiceOfIts')],
] as const
const onSun = [
  ['broad_spectrum', t('productCard.broadSpectrum')],
  ['tinted', t('productCard.tinted')],
] as const
const seldom = [
  ['aerosol', t('productCard.aerosol')],
  ['flammable', t('productCard.flammable')],
  ['first_use', t('productCard.newToTheStudio')],
  ['ingredients_unconfirmed', t('productCard.ingredientsNotConfirmed')],
  ['neutralise', t('productCard.takenOffWithWaterBy')],
] as const
// What is wanted of nearly every product comes first; the rest is folded away.
const common = [
  ['pack_g', t('productCard.packG')],
  ['remaining_g', t('productCard.remainingG')],
  ['pao_months', t('productCard.monthsAfterOpening')],
  ['price', t('common.price')],
] as const
const sun = [
  ['spf', t('productCard.factorOnTheLabel')],
  ['water_resistant_min', t('productCard.inWaterMin')],
  ['white_cast', t('productCard.whiteCast03')],
] as const
const rare = [
  ['weight', t('productCard.weight05')],
  ['count', t('productCard.count')],
  ['grams_per_unit', t('productCard.gramsAUnit')],
  ['density', t('productCard.density')],
  ['contact_min_s', t('productCard.staysAtLeastS')],
  ['contact_max_s', t('productCard.staysAtMostS')],
  ['ph', 'pH'],
] as const
const numbers = [...common, ...sun, ...rare]
const screens = computed(() => /sunscreen|spf/.test(p.value.kind) || !!p.value.spf)
const measured = computed(() => ['pump', 'dropper', 'spray'].includes(p.value.container ?? ''))
const counted = computed(() => p.value.count !== undefined)
const actives = computed({
  get: () => Object.entries(p.value.actives ?? {}).map(([a, n]) => `${a}=${n}`),
  set: (words: string[]) =>
    (p.value.actives = Object.fromEntries(words.map((w) => [w.split('=')[0], Number(w.split('=')[1] ?? 1) || 0]))),
})

/** idOf is an id that nothing on the shelf has, from a name in whatever script. */
function idOf(name: string) {
  const taken = new Set((queries.getQueryData<Shelved[]>(['kit']) ?? []).map((s) => s.product.id))
  const latin = name
    .normalize('NFKD')
    .toLowerCase()
    .replaceAll(/[\u0300-\u036f]/g, '')
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 60)
  const base = latin || 'product'
  let id = base
  for (let n = 2; taken.has(id); n++) id = `${base}-${n}`
  return id
}

function tidy(product: Product) {
  const t: Record<string, unknown> = { ...product }
  for (const [k] of numbers) {
    if (t[k] === '' || t[k] === null || t[k] === undefined) delete t[k]
    else t[k] = Number(t[k])
  }
  for (const k of ['opened_on', 'expires_on', 'maker', 'unit', 'finish', 'ingredients']) if (!t[k]) delete t[k]
  if (!t.id) t.id = idOf(String(t.name ?? ''))
  return t as Product
}
/** stands is how much there is of a product, as its card says; stood is what it said as it was opened. */
const stands = (q: Product) => JSON.stringify([q.remaining_g ?? null, q.count ?? null])
const stood = ref(props.shelved ? stands(props.shelved.product) : '')
const save = useMutation({
  mutationFn: () =>
    ask(
      api.PUT('/api/kit', {
        body: {
          version: state.version,
          retired: state.retired,
          counted: !state.version || stands(tidy(p.value)) !== stood.value,
          product: tidy(p.value),
        },
      }),
    ),
  retry: (_n, e) => e instanceof Problem && e.away,
  retryDelay: 3_000,
  onSuccess(s) {
    state.version = s.version
    stood.value = stands(s.product)
    p.value = JSON.parse(JSON.stringify(s.product))
    kept.value = JSON.stringify(p.value)
    draft.done()
    queries.invalidateQueries({ queryKey: ['kit'] })
    emit('kept', s)
  },
  onError(e) {
    if (e instanceof Problem && e.status === 409) state.version = (e.current as Shelved).version
  },
})
const kept = ref(JSON.stringify(p.value))
useAskOnce(
  computed(() => JSON.stringify(p.value) !== kept.value && !save.isPending.value),
  t('leaving.card'),
)
const faults = computed(() => (save.error.value instanceof Problem ? save.error.value.faults : []))
const fault = (field: string) => faults.value.find((f) => f.location === 'product.' + field)?.message
function copy() {
  p.value = { ...p.value, id: '', name: t('productCard.copyOf', { name: p.value.name }) }
  state.version = 0
}
function retire() {
  state.retired = !state.retired
  save.mutate()
}
const broken = ref(false)
const weigh = useMutation({
  mutationFn: () =>
    ask(api.POST('/api/kit/{id}/strokes', { params: { path: { id: p.value.id }, query: { fault: broken.value } } })),
})
function take() {
  if (!weigh.data.value) return
  p.value.grams_per_unit = weigh.data.value.grams_per_unit
  p.value.unit ||= 'pump'
  save.mutate()
}
</script>

<template>
  <form class="card" @submit.prevent="save.mutate()">
    <p v-if="draft.back.value" class="soft" role="status">{{ t('productCard.whatYouHadTypedHere') }}</p>
    <p v-if="shelved" class="soft">
      {{
        t('productCard.aTypicalFaceTakesG', {
          suits: shelved.suits.length
            ? t('productCard.suits', { skins: shelved.suits.map((w) => plain(w)).join(', ') }) + ' '
            : '',
          rules_out: shelved.rules_out.length
            ? t('productCard.ruledOutByAnAllergy', { words: shelved.rules_out.map((w) => plain(w)).join(', ') })
            : t('productCard.noAllergyRulesItOut'),
          face_grams: figure(shelved.face_grams, 2),
        })
      }}<template v-if="shelved.face_price">{{
        t('productCard.ofThePrice', { face_price: money(shelved.face_price) })
      }}</template
      >.
    </p>
    <Trouble
      v-if="save.error.value"
      :say="save.error.value.message + ' ' + faults.map((f) => `${f.location}: ${f.message}`).join('; ')"
    />
    <div class="two">
      <Field v-model="p.name" :label="t('common.name')" :fault="fault('name')" />
      <Field v-model="p.maker" :label="t('productCard.maker')" />
      <Pick v-model="p.kind" :label="t('common.kind')" find :options="kinds" />
      <Pick v-model="p.container" :label="t('productCard.comesIn')" :options="containers" />
    </div>
    <Choices v-model="p.base" :legend="t('productCard.builtOn')" :options="bases" />
    <div class="two">
      <Field v-for="[k, label] in common" :key="k" v-model="p[k]" :label="label" type="number" :fault="fault(k)" />
      <DateField v-model="p.opened_on" :label="t('productCard.opened')" clear :fault="fault('opened_on')" />
      <DateField v-model="p.expires_on" :label="t('productCard.expires')" clear :fault="fault('expires_on')" />
      <template v-if="screens">
        <Field v-for="[k, label] in sun" :key="k" v-model="p[k]" :label="label" type="number" :fault="fault(k)" />
      </template>
      <template v-if="measured">
        <Field
          v-model="p.grams_per_unit"
          :label="t('productCard.gramsAUnit')"
          type="number"
          :fault="fault('grams_per_unit')"
        />
        <Field v-model="p.unit" :label="t('productCard.itsOwnUnit')" />
      </template>
      <Field v-if="counted" v-model="p.count" :label="t('productCard.count')" type="number" :fault="fault('count')" />
    </div>
    <Choices v-if="screens" v-model="p.filters" :legend="t('productCard.filters')" :options="filters" />
    <div class="flags">
      <Tick v-for="[k, label] in screens ? [...often, ...onSun] : often" :key="k" v-model="p[k]" :label="label" />
    </div>
    <div class="field">
      <label :for="listId">{{ t('productCard.ingredientsAsPrintedOnThe') }}</label>
      <ATextarea :id="listId" v-model:value="p.ingredients" :auto-size="{ minRows: 2, maxRows: 8 }" />
      <ScanList @read="(text) => (p.ingredients = [p.ingredients, text].filter(Boolean).join(', '))" />
      <p v-if="fault('ingredients')" class="fault">{{ fault('ingredients') }}</p>
      <template v-if="shelved?.product.ingredients">
        <p>
          <b>{{ t('productCard.found') }}</b>
          {{
            shelved.read.holds.length
              ? listed(shelved.read.holds.map((w) => plain(w)))
              : t('productCard.nothingToMind')
          }}.
        </p>
        <p v-if="shelved.read.unplaced.length">
          <b>{{ t('productCard.couldNotBePlaced') }}</b>
          {{ t('productCard.checkTheseOnThePack', { unplaced: listed(shelved.read.unplaced) }) }}
        </p>
      </template>
      <Tick v-model="p.ingredients_confirmed" :label="t('productCard.iCheckedThatThisIs')" />
      <p class="soft">{{ t('productCard.readAsALabelIt') }}</p>
    </div>
    <Fold :title="t('productCard.rarer')" :says="t('productCard.rarerSays')">
      <div class="two">
        <Field
          v-for="[k, label] in rare.filter(
            ([k]) => !(k === 'grams_per_unit' && measured) && !(k === 'count' && counted),
          )"
          :key="k"
          v-model="p[k]"
          :label="label"
          type="number"
          :fault="fault(k)"
        />
        <Field v-if="!measured" v-model="p.unit" :label="t('productCard.itsOwnUnit')" />
      </div>
      <div class="flags">
        <Tick v-for="[k, label] in seldom" :key="k" v-model="p[k]" :label="label" />
      </div>
      <WordList v-model="p.tags" :label="t('productCard.tags')" :hint="t('productCard.likeFragranceNutOilOil')" />
      <WordList
        v-model="actives"
        :label="t('productCard.activesWithPerCent')"
        :hint="t('productCard.likeNiacinamide5')"
      />
      <WordList v-model="p.suits" :label="t('productCard.suitsInOurWords')" />
    </Fold>
    <section
      v-if="shelved && (p.container === 'pump' || p.container === 'dropper')"
      class="weigh"
      :aria-label="t('productCard.calibrateThePump')"
    >
      <p>
        <b>{{ t('productCard.calibrate') }}</b> {{ t('productCard.tenStrokesOnTheScale') }}
      </p>
      <Tick v-model="broken" :label="t('productCard.theScaleIsAtFault')" />
      <button type="button" class="quiet" @click="weigh.mutate()">{{ t('productCard.weighTenStrokes') }}</button>
      <Trouble v-if="weigh.error.value" :say="weigh.error.value.message" />
      <template v-else-if="weigh.data.value">
        <p>{{ weigh.data.value.strokes.map((g) => figure(g, 2)).join(' · ') }} g</p>
        <p>
          <b>{{ t('productCard.gAStroke', { grams_per_unit: weigh.data.value.grams_per_unit }) }}</b>{{
            t('productCard.scatter', {
              scatter: Math.round(weigh.data.value.scatter * 100),
              good: weigh.data.value.good ? '' : t('productCard.weighAgain'),
            })
          }}
        </p>
        <button v-if="weigh.data.value.good" type="button" class="go" @click="take">
          {{ t('productCard.takeThisWeight') }}
        </button>
      </template>
    </section>
    <Fold
      v-if="shelved"
      :title="t('stock.title')"
      :says="
        shelved.product.remaining_g === undefined
          ? String(shelved.product.count ?? '')
          : t('log.grams', { n: figure(shelved.product.remaining_g, 1) })
      "
      ><StockMoves :product="shelved.product.id"
    /></Fold>
    <div class="row keep">
      <button class="go" :disabled="!p.name || save.isPending.value">
        {{ state.version ? t('common.save') : t('productCard.addToTheKit') }}
      </button>
      <template v-if="shelved">
        <button type="button" class="quiet" @click="copy">{{ t('productCard.copyIt') }}</button>
        <button type="button" class="quiet" @click="retire">
          {{ state.retired ? t('productCard.backOnTheShelf') : t('productCard.retireIt') }}
        </button>
      </template>
    </div>
  </form>
</template>

<style scoped>
.card {
  display: grid;
  gap: 12px;
}
.row {
  display: flex;
  gap: 10px;
  align-items: center;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
.keep {
  position: sticky;
  bottom: 0;
  background: var(--cloth);
  padding: 10px 0;
  flex-wrap: wrap;
  z-index: 2;
}
.flags {
  display: grid;
  grid-template-columns: 1fr 1fr;
}
.weigh {
  background: var(--wash);
  padding: 12px 14px;
  display: grid;
  gap: 8px;
  justify-items: start;
}
@media (max-width: 700px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
  .flags {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

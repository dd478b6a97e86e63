<script setup lang="ts">
// Allergies is what a client is allergic to: picked from what the program knows, with what it would rule out, or kept
// as a word it does not know, with what follows from that. Nothing typed is ever passed over.
import { libraryWords, t } from '../i18n'
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import AInput from 'ant-design-vue/es/input'
import { computed, ref, useId } from 'vue'
import { api, ask, type Schemas } from '../api/client'
import { useCatalogue } from './catalogue'
import { plain } from './words'

type Allergy = Schemas['AppAllergy']
const model = defineModel<string[]>()
const all = useCatalogue()
const id = useId()
const typed = ref('')
const settled = refDebounced(typed, 150)
const shown = 5
/** called is a word as people say it here. */
const called = (word: string) => plain(word, 'allergen').toLowerCase()
// What is told most often can be put down by a tap.
const often = ['nut_oil', 'fragrance', 'latex', 'adhesive', 'lanolin', 'nickel', 'preservative', 'salicylate']
const offered = computed(() => often.filter((w) => !model.value?.some((m) => m === w || of(m)?.to === w)))

/** meant is what is typed, and the words of the program that it may be the beginning of. */
const meant = computed(() => {
  const word = settled.value.trim().toLowerCase()
  const words = all.value?.allergies
  if (!word || !words) return []
  const known = [...words.known, ...Object.keys(words.synonyms), ...words.noted]
  const starts = known.filter((w) => called(w).startsWith(word))
  const holds = known.filter((w) => !called(w).startsWith(word) && called(w).includes(word))
  return [...new Set([word, ...starts, ...holds])].slice(0, shown + 1)
})
const useAllergies = (words: () => string[]) =>
  useQuery({
    queryKey: ['kit', 'allergies', computed(words)],
    queryFn: () => ask(api.POST('/api/allergies', { body: { words: words() } })),
    enabled: computed(() => words().length > 0),
    placeholderData: keepPreviousData,
  })
const { data: looked, isPlaceholderData: late } = useAllergies(() => meant.value)
const { data: told } = useAllergies(() => model.value ?? [])

// One row for each word of the program; a word that leads nowhere comes last. What was offered for something typed
// before is not offered any more: a finger on its way would put down an allergy that nobody has.
const offers = computed(() => {
  const now = typed.value.trim().toLowerCase()
  if (!meant.value.length || !now) return []
  const rows = (looked.value ?? [])
    .filter((a) => (a.standing === 'unnamed' ? a.word === now : called(a.word).includes(now)))
    .filter((a, i, list) => a.standing === 'unnamed' || list.findIndex((b) => b.to === a.to) === i)
  return [...rows.filter((a) => a.standing !== 'unnamed'), ...rows.filter((a) => a.standing === 'unnamed')]
})
const of = (word: string) => told.value?.find((a) => a.word === word)

function consequence(a: Allergy) {
  const count = t('allergies.rulesOutOf', { rules_out: a.rules_out.length || t('common.none'), of: a.of })
  if (a.standing === 'noted') return t('allergies.notedBreathedInStungOr')
  if (a.standing === 'unnamed') return t('allergies.notKnownHereAllWhose', { count })
  return a.asks.length ? t('allergies.askAbout', { count, asks: a.asks.join(', ') }) : count
}
function add(word: string) {
  const w = word.trim().toLowerCase()
  if (w && !model.value?.includes(w)) model.value = [...(model.value ?? []), w]
  typed.value = ''
}
function enter() {
  const first = settled.value === typed.value && !late.value ? offers.value[0] : undefined
  add(first ? first.word : typed.value)
}
function left(e: FocusEvent) {
  const to = e.relatedTarget
  if (!(e.currentTarget as Element).contains(to as Node | null)) add(typed.value)
}
libraryWords()
</script>

<template>
  <div class="field" @focusout="left">
    <label :for="id">{{ t('allergies.allergies') }}</label>
    <ul v-if="model?.length" class="told" :aria-label="t('allergies.allergiesTold')">
      <li v-for="w in model" :key="w" :class="of(w)?.standing">
        <button
          type="button"
          class="word"
          :aria-label="t('common.takeAway', { w: called(w) })"
          @click="model = model?.filter((x) => x !== w)"
        >
          {{ called(w) }} <span aria-hidden="true">×</span>
        </button>
        <p v-if="of(w)">
          <template v-if="of(w)!.standing === 'known' && called(of(w)!.to) !== called(w)"
            >{{ called(of(w)!.to) }}: </template
          >{{ consequence(of(w)!)
          }}<template v-if="of(w)!.standing === 'known' && of(w)!.rules_out.length"
            >: <span class="soft">{{ of(w)!.rules_out.join(', ') }}</span></template
          >
        </p>
      </li>
    </ul>
    <AInput
      :id="id"
      v-model:value="typed"
      :placeholder="t('allergies.typeOneLikeNutsLatex')"
      autocomplete="off"
      :aria-controls="typed && offers.length ? id + '-offers' : undefined"
      @press-enter.prevent="enter"
      @keydown.esc="typed = ''"
    />
    <ul
      v-if="typed && offers.length"
      :id="id + '-offers'"
      class="offers"
      :aria-label="t('allergies.whatItMayBe')"
      @mousedown.prevent
    >
      <li v-for="a in offers" :key="a.word">
        <button type="button" @click="add(a.word)">
          <b
            >{{ called(a.word)
            }}<template v-if="a.standing === 'known' && called(a.to) !== called(a.word)"
              >, {{ called(a.to) }}</template
            ></b
          >
          <span>{{ consequence(a) }}</span>
        </button>
      </li>
    </ul>
    <div v-if="!typed && offered.length" class="choices" role="group" :aria-label="t('allergies.often')">
      <button v-for="w in offered" :key="w" type="button" class="quiet often" @click="add(w)">
        <span aria-hidden="true">+</span> {{ called(w) }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.often {
  border-color: var(--fold);
  font-weight: 400;
  padding: 0 12px;
}
.choices {
  margin-top: 6px;
}
.told,
.offers {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 6px;
}
.told li {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  font-size: var(--small);
}
.told li.unnamed {
  background: var(--warm);
  border-left: 6px solid var(--madder);
  padding: 4px 10px;
}
.told {
  margin-bottom: 6px;
}
.told p {
  flex: 1 1 180px;
}
.word {
  background: var(--ink);
  color: var(--paper);
  border: 0;
  min-height: 44px;
  padding: 0 12px;
  cursor: pointer;
}
.offers {
  gap: 0;
  border: 1px solid var(--ink);
}
.offers button {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  justify-content: space-between;
  align-items: center;
  width: 100%;
  min-height: 48px;
  padding: 6px 12px;
  border: 0;
  border-bottom: 1px solid var(--wash);
  background: var(--cloth);
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.offers button:hover,
.offers button:focus-visible {
  background: var(--warm);
}
</style>

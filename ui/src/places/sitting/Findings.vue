<script setup lang="ts">
import { t } from '../../i18n'
import AInput from 'ant-design-vue/es/input'
import { ref } from 'vue'
import type { Finding } from '../../api/client'
import Sign from '../../parts/Sign.vue'
import { useCatalogue } from '../../parts/catalogue'
import { sentence } from '../../parts/words'
import { where, type Said } from './saidOnce'

const props = defineProps<{ findings: Said[]; lit?: string }>()
const emit = defineEmits<{ pick: [step: string]; lift: [finding: Finding, reason: string] }>()
const asking = ref<number>()
const reason = ref('')
function lift(f: Finding) {
  if (reason.value.trim()) emit('lift', f, reason.value.trim())
  asking.value = undefined
  reason.value = ''
}
/** nextOf is the step after the one that is open: a tap leads through them all. */
const nextOf = (steps: string[]) => steps[(steps.indexOf(props.lit ?? '') + 1) % steps.length]!
const all = useCatalogue()
/** asks is a caution that the client's own yes lifts. */
const asks = (f: Finding) => f.severity === 'caution' && all.value?.rules.find((r) => r.id === f.rule)?.asks
const liftable = (f: Finding) => !f.lifted && f.overridable && (f.severity === 'stop' || asks(f))
</script>

<template>
  <section v-if="findings.length" class="find" :aria-label="t('findings.findings')">
    <div
      v-for="(f, i) in findings"
      :key="i"
      class="one"
      :class="[f.severity, { lifted: f.lifted, lit: lit && f.steps.includes(lit) }]"
    >
      <Sign :severity="f.severity" />
      <p>
        <b
          >{{ sentence(t('severity.' + f.severity)) }}<template v-if="f.lifted">{{ t('findings.lifted') }}</template
          >. {{ f.say }}</b
        >{{ where(f) }}
      </p>
      <p class="soft">{{ f.because }} {{ f.instead }}</p>
      <p v-if="f.lifted">{{ t('findings.reasonGiven', { lifted: f.lifted }) }}</p>
      <p v-else-if="f.severity === 'stop' && !f.overridable" class="soft">{{ t('findings.noReasonLiftsThis') }}</p>
      <div class="row">
        <button v-if="f.steps.length" type="button" class="link" @click="emit('pick', nextOf(f.steps))">
          {{ f.steps.length > 1 ? t('findings.showTheNext', { n: f.steps.length }) : t('findings.showTheStep') }}
        </button>
        <button v-if="asking !== i && liftable(f)" type="button" class="link" @click="asking = i">
          {{ asks(f) ? t('findings.theClientHasBeenAsked') : t('findings.goOnWithAWritten') }}
        </button>
      </div>
      <form v-if="asking === i" class="reason" @submit.prevent="lift(f)">
        <label :for="'reason-' + i">{{
          asks(f) ? t('findings.whatTheClientSaidKept') : t('findings.whyItIsRightTo')
        }}</label>
        <AInput :id="'reason-' + i" v-model:value="reason" :maxlength="500" />
        <button class="quiet" :disabled="!reason.trim()">{{ t('findings.keepTheReason') }}</button>
      </form>
    </div>
  </section>
  <p v-else class="clear sheet">{{ t('common.nothingSpeaksAgainstThisPlan') }}</p>
</template>

<style scoped>
.find {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(380px, 1fr));
  gap: 12px;
  align-items: start;
}
.one {
  background: var(--cloth);
  border: 0;
  border-left: 5px solid var(--fold);
  text-align: left;
  padding: 10px 14px 11px 46px;
  position: relative;
  font-size: var(--small);
  display: grid;
  gap: 2px;
}
.one svg {
  position: absolute;
  left: 12px;
  top: 12px;
}
.stop {
  border-left-color: var(--madder);
  border-left-width: 9px;
}
.caution {
  border-left-color: var(--ochre);
}
.lit {
  background: var(--warm);
}
.lifted {
  opacity: 0.85;
  border-left-style: double;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
}
.link {
  background: none;
  border: 0;
  padding: 8px 0;
  min-height: 44px;
  color: var(--copper);
  font-weight: 650;
  cursor: pointer;
  text-decoration: underline;
}
.reason {
  display: grid;
  gap: 6px;
  justify-items: start;
}
.clear {
  padding: 12px 16px;
  color: var(--glaze);
  font-weight: 600;
}
</style>

<script setup lang="ts">
import { t } from '../../i18n'
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'
import { api, ask, Problem, type Me } from '../../api/client'
import Field from '../../parts/Field.vue'
import Trouble from '../../parts/Trouble.vue'

// SecondFactor sets up a second step at sign-in, or takes it away.
defineProps<{ me: Me }>()
const queries = useQueryClient()
const code = ref('')
const codes = ref<string[]>([])
const begin = useMutation({ mutationFn: () => ask(api.POST('/api/me/second-factor')) })
const confirm = useMutation({
  mutationFn: () => ask(api.PUT('/api/me/second-factor', { body: { code: code.value } })),
  onSuccess(out) {
    codes.value = out.codes
    code.value = ''
    begin.reset()
  },
})
const end = useMutation({
  mutationFn: () => ask(api.POST('/api/me/second-factor/end', { body: { code: code.value } })),
  onSuccess(me) {
    queries.setQueryData(['me'], me)
    code.value = ''
  },
})
function noted() {
  codes.value = []
  queries.invalidateQueries({ queryKey: ['me'] })
  queries.invalidateQueries({ queryKey: ['sessions'] })
}
const fault = (e: unknown) => (e instanceof Problem ? e.faults.find((f) => f.location === 'code')?.message : undefined)
const apart = (secret: string) => secret.match(/.{1,4}/g)?.join(' ')
</script>

<template>
  <section class="factor">
    <template v-if="codes.length">
      <p>
        <b>{{ t('secondFactor.theSecondStepIsOn') }}</b> {{ t('secondFactor.writeTheseDownAndKeep') }}
      </p>
      <ul class="codes">
        <li v-for="c in codes" :key="c">{{ c }}</li>
      </ul>
      <button type="button" class="go" @click="noted">{{ t('secondFactor.iHaveWrittenThemDown') }}</button>
    </template>
    <template v-else-if="begin.data.value">
      <p>{{ t('secondFactor.scanThisWithAnAuthenticator') }}</p>
      <div class="secret">
        <img :src="begin.data.value.picture" width="200" height="200" :alt="t('secondFactor.theSecretAsAPicture')" />
        <code>{{ apart(begin.data.value.secret) }}</code>
      </div>
      <form class="form" @submit.prevent="confirm.mutate()">
        <Field
          v-model="code"
          :label="t('secondFactor.sixFigures')"
          autocomplete="one-time-code"
          :fault="fault(confirm.error.value)"
        />
        <button class="go" :disabled="!code || confirm.isPending.value">
          {{ t('secondFactor.switchTheSecondStepOn') }}
        </button>
      </form>
    </template>
    <template v-else-if="me.second_factor">
      <p>{{ t('secondFactor.onBesidesThePasswordSign') }}</p>
      <form class="form" @submit.prevent="end.mutate()">
        <Field
          v-model="code"
          :label="t('secondFactor.sixFiguresOrARecovery')"
          autocomplete="one-time-code"
          :fault="fault(end.error.value)"
        />
        <Trouble
          v-if="end.error.value instanceof Problem && !end.error.value.faults.length"
          :say="end.error.value.message"
        />
        <button class="quiet" :disabled="!code || end.isPending.value">
          {{ t('secondFactor.takeTheSecondStepAway') }}
        </button>
      </form>
    </template>
    <template v-else>
      <p>{{ t('secondFactor.offWithItOnA') }}</p>
      <button type="button" class="go" :disabled="begin.isPending.value" @click="begin.mutate()">
        {{ t('secondFactor.setItUp') }}
      </button>
    </template>
  </section>
</template>

<style scoped>
.factor,
.form {
  display: grid;
  gap: 14px;
  justify-items: start;
}
.secret {
  display: flex;
  flex-wrap: wrap;
  gap: 18px;
  align-items: center;
}
.codes {
  list-style: none;
  margin: 0;
  padding: 14px 18px;
  background: var(--warm);
  columns: 2;
  column-gap: 40px;
  font:
    18px/1.7 ui-monospace,
    monospace;
}
code {
  font-size: 18px;
}
</style>

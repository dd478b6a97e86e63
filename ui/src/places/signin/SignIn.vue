<script setup lang="ts">
import { t } from '../../i18n'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem } from '../../api/client'
import { entered, useLock } from '../../keep/lock'
import Field from '../../parts/Field.vue'
import Trouble from '../../parts/Trouble.vue'

// SignIn is the door. Locked, it stands in place of a page whose session has ended: its person goes on where they
// were, anybody else begins anew.
const { locked } = defineProps<{ locked?: boolean }>()

const route = useRoute()
const router = useRouter()
const queries = useQueryClient()
const { who } = useLock()
const email = ref(locked ? (who.value?.email ?? '') : '')
const password = ref('')
const code = ref('')
const asked = ref(false)
const trouble = ref('')
const fault = ref('')
const busy = ref(false)
const { data: hello } = useQuery({ queryKey: ['hello'], queryFn: () => ask(api.GET('/api/hello')) })
const shown = computed(() => (locked ? undefined : hello.value?.demo))

async function enter() {
  busy.value = true
  trouble.value = fault.value = ''
  const before = who.value?.id
  try {
    const body = { email: email.value, password: password.value, ...(code.value ? { code: code.value } : {}) }
    const me = await ask(api.POST('/api/session', { body }))
    await entered(me)
    queries.setQueryData(['me'], me)
    if (locked && me.id === before) return
    const to = route.query.to
    await router.replace(typeof to === 'string' && to.startsWith('/') && !locked ? to : '/')
  } catch (e) {
    const p = e instanceof Problem ? e : undefined
    const lacks = p?.faults.find((f) => f.location === 'code')
    if (lacks) {
      fault.value = asked.value ? (lacks.message ?? '') : ''
      asked.value = true
    } else trouble.value = p?.message ?? t('signIn.thatDidNotWorkTry')
  } finally {
    busy.value = false
  }
}

function asDemo() {
  email.value = hello.value?.demo?.email ?? ''
  password.value = hello.value?.demo?.password ?? ''
  enter()
}
</script>

<template>
  <main class="door">
    <section class="cloth">
      <svg width="132" height="144" viewBox="0 0 44 48" aria-hidden="true">
        <path
          d="M13 4h18l-3 6c7 4 10 9 10 16 0 10-7 18-16 18S6 36 6 26c0-7 3-12 10-16z"
          fill="none"
          stroke="#E8B48D"
          stroke-width="1.6"
        />
        <path d="M4 24c8 5 12-4 19 0s10 5 17-1" fill="none" stroke="#EFE7D8" stroke-width="1.6" />
        <path d="M4 28c8 5 12-4 19 0s10 5 17-1" fill="none" stroke="#EFE7D8" stroke-width=".8" />
      </svg>
      <p class="name">Urn Cloth</p>
      <p>{{ t('signIn.whatGoesOnHowLong') }}</p>
    </section>
    <form class="in" @submit.prevent="enter">
      <h1>{{ locked ? t('signIn.locked') : t('common.signIn') }}</h1>
      <p v-if="locked && who">
        {{ t('signIn.sSessionHasEndedWhat', { name: who.name }) }}
      </p>
      <Field v-model="email" :label="t('common.eMail')" type="email" autocomplete="username" />
      <Field v-model="password" :label="t('common.password')" type="password" autocomplete="current-password" />
      <Field
        v-if="asked"
        v-model="code"
        :label="t('signIn.theSixFiguresOfYour')"
        autocomplete="one-time-code"
        :fault="fault"
      />
      <Trouble v-if="trouble" :say="trouble" />
      <button class="go" :disabled="busy || !email || !password">
        {{ busy ? t('signIn.opening') : t('signIn.openTheStudio') }}
      </button>
      <div v-if="shown" class="demo">
        <p>{{ t('signIn.thisIsTheDemoStudio') }}</p>
        <p>
          <b>{{ shown.email }}</b> · <b>{{ shown.password }}</b>
        </p>
        <button type="button" class="quiet" @click="asDemo">{{ t('signIn.enterTheDemo') }}</button>
      </div>
    </form>
  </main>
</template>

<style scoped>
.door {
  display: grid;
  grid-template-columns: 5fr 6fr;
  min-height: 100%;
}
.cloth {
  background: var(--rail);
  color: #efe7d8;
  display: grid;
  align-content: center;
  justify-items: center;
  gap: 18px;
  padding: 40px;
  text-align: center;
  font-size: 18px;
}
.name {
  font: 500 56px/1 var(--serif);
  color: #fff;
}
.in {
  align-self: center;
  width: min(440px, 100% - 80px);
  margin-left: 96px;
  display: grid;
  gap: 18px;
}
.in h1 {
  font-size: 40px;
  margin-bottom: 6px;
}
@media (max-width: 800px) {
  .door {
    grid-template-columns: 1fr;
    grid-template-rows: auto 1fr;
  }
  .cloth {
    padding: 20px;
    gap: 8px;
  }
  .cloth svg {
    width: 60px;
    height: 66px;
  }
  .name {
    font-size: 34px;
  }
  .in {
    margin: 24px auto;
    align-self: start;
  }
}
.demo {
  border-top: 2px solid var(--fold);
  padding-top: 16px;
  display: grid;
  gap: 10px;
  justify-items: start;
}
</style>

<script setup lang="ts">
import { t } from '../../i18n'
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { api, ask } from '../../api/client'
import { useMe } from '../../me'
import { moment } from '../../i18n/format'
import ChairLock from '../chair/ChairLock.vue'
import NewPassword from './NewPassword.vue'
import SecondFactor from './SecondFactor.vue'
import Taste from './Taste.vue'

// MySignIn is one's own sign-in: where one is signed in, the password, the second step.
const queries = useQueryClient()
const { data: me } = useMe()
const { data: sessions } = useQuery({ queryKey: ['sessions'], queryFn: () => ask(api.GET('/api/me/sessions')) })
const end = useMutation({
  mutationFn: (id: string) => ask(api.DELETE('/api/me/sessions/{id}', { params: { path: { id } } })),
  onSettled: () => queries.invalidateQueries({ queryKey: ['sessions'] }),
})
</script>

<template>
  <main v-if="me">
    <header>
      <h1>{{ me.name }}</h1>
      <p class="soft">
        {{
          t('mySignIn.afterQuietMinutesThisWindow', {
            email: me.email,
            role: t('roles.' + me.role),
            idle_min: me.idle_min,
          })
        }}
      </p>
    </header>
    <section class="sheet part" aria-labelledby="sessions-title">
      <h2 id="sessions-title">{{ t('mySignIn.whereYouAreSignedIn') }}</h2>
      <ul>
        <li v-for="s in sessions" :key="s.id">
          <span
            ><b>{{ s.device || t('mySignIn.anUnknownDevice') }}</b
            ><span class="soft">{{
              t('mySignIn.sinceLastUsed', { since: moment(s.since), seen: moment(s.seen) })
            }}</span></span
          >
          <span v-if="s.this">{{ t('mySignIn.thisWindow') }}</span>
          <button v-else type="button" class="quiet" @click="end.mutate(s.id)">{{ t('mySignIn.endIt') }}</button>
        </li>
      </ul>
      <ChairLock class="lock" />
    </section>
    <section class="sheet part" aria-labelledby="taste-title">
      <h2 id="taste-title">{{ t('taste.title') }}</h2>
      <Taste :me="me" />
    </section>
    <section class="sheet part" aria-labelledby="password-title">
      <h2 id="password-title">{{ t('common.password') }}</h2>
      <NewPassword />
    </section>
    <section class="sheet part" aria-labelledby="factor-title">
      <h2 id="factor-title">{{ t('mySignIn.aSecondStepAtSign') }}</h2>
      <SecondFactor :me="me" />
    </section>
  </main>
</template>

<style scoped>
main {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px 18px;
  align-content: start;
}
header,
main > section:first-of-type {
  grid-column: 1 / -1;
}
.part {
  padding: 16px 20px 20px;
  display: grid;
  gap: 12px;
  align-content: start;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 20px;
  align-items: center;
  min-height: 56px;
  border-bottom: 1px solid var(--fold);
}
li span span {
  display: block;
}
@media (max-width: 800px) {
  main {
    grid-template-columns: 1fr;
  }
}
</style>

<script setup lang="ts">
// CodeLock is a device at a chair between clients: it shows nothing but whose it is, what to do when something goes
// wrong on somebody's skin, and large keys for the code.
import { useEventListener } from '@vueuse/core'
import { ref } from 'vue'
import { Problem } from '../../api/client'
import { t } from '../../i18n'
import { another, unlock, useLock } from '../../keep/lock'
import Trouble from '../../parts/Trouble.vue'
import Urgent from '../../parts/Urgent.vue'

const { by } = useLock()
const code = ref('')
const busy = ref(false)
const wrong = ref('')
const most = 8 // figures

function press(key: string) {
  if (busy.value) return
  wrong.value = ''
  if (code.value.length < most) code.value += key
}
const back = () => (code.value = code.value.slice(0, -1))
async function open() {
  if (!code.value || busy.value) return
  busy.value = true
  try {
    await unlock(code.value)
  } catch (e) {
    wrong.value =
      e instanceof Problem && e.faults.length ? t('codeLock.notTheCode') : e instanceof Error ? e.message : String(e)
  } finally {
    code.value = ''
    busy.value = false
  }
}
const leave = () => another().catch((e: Error) => (wrong.value = e.message))
useEventListener(document, 'keydown', (e: KeyboardEvent) => {
  if (e.target instanceof Element && e.target.closest('[role=dialog]')) return
  if (/^[0-9]$/.test(e.key)) press(e.key)
  else if (e.key === 'Backspace') back()
  else if (e.key === 'Enter' && !(e.target instanceof HTMLButtonElement)) void open()
})
</script>

<template>
  <main class="shut">
    <section class="who">
      <h1>{{ t('codeLock.locked') }}</h1>
      <p>{{ t('codeLock.whose', { name: by?.name ?? '' }) }}</p>
      <Urgent class="urgent" :number="by?.emergency ?? ''" locked />
      <button type="button" class="other" @click="leave">{{ t('codeLock.somebodyElse') }}</button>
    </section>
    <section class="pad" :aria-label="t('codeLock.code')">
      <p class="dots" role="status" :aria-label="t('codeLock.figures', { n: code.length })">
        <i v-for="n in Math.max(code.length, 4)" :key="n" :class="{ on: n <= code.length }" />
      </p>
      <Trouble v-if="wrong" :say="wrong" />
      <div class="keys">
        <button v-for="n in ['1', '2', '3', '4', '5', '6', '7', '8', '9']" :key="n" type="button" @click="press(n)">
          {{ n }}
        </button>
        <button type="button" :aria-label="t('codeLock.takeBack')" @click="back">⌫</button>
        <button type="button" @click="press('0')">0</button>
        <button type="button" class="go" :disabled="!code || busy" @click="open">{{ t('codeLock.open') }}</button>
      </div>
    </section>
  </main>
</template>

<style scoped>
.shut {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 40px;
  min-height: 100vh;
  padding: 40px;
  align-items: center;
}
.who {
  display: grid;
  gap: 18px;
  justify-items: start;
  font-size: 21px;
  max-width: 460px;
  justify-self: end;
}
.who h1 {
  font-size: 44px;
}
.who :deep(button),
.other {
  min-height: 64px;
  padding: 0 22px;
  font-size: 19px;
  margin: 0;
}
.other {
  background: none;
  border: 2px solid var(--edge);
  color: var(--ink);
  cursor: pointer;
}
.pad {
  display: grid;
  gap: 16px;
  width: min(100%, 400px);
}
.dots {
  display: flex;
  gap: 14px;
  min-height: 26px;
  justify-content: center;
}
.dots i {
  width: 20px;
  height: 26px;
  border-bottom: 4px solid var(--edge);
}
.dots .on {
  background: var(--copper);
  border-color: var(--copper);
}
.keys {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 12px;
}
.keys button {
  min-height: 84px;
  font: 500 32px/1 var(--serif);
  background: var(--cloth);
  border: 2px solid var(--edge);
  color: var(--ink);
  cursor: pointer;
}
.keys .go {
  font: 650 20px/1 var(--sans, inherit);
  background: var(--copper);
  border-color: var(--copper);
  color: var(--paper);
}
.keys .go:disabled {
  background: var(--cloth);
  border-color: var(--edge);
  color: var(--soft);
}
@media (max-width: 800px) {
  .shut {
    grid-template-columns: minmax(0, 1fr);
    gap: 18px;
    padding: 18px 18px 28px;
    align-content: space-between;
    justify-items: center;
  }
  .who {
    justify-self: stretch;
    gap: 10px;
  }
  .who h1 {
    font-size: 32px;
  }
  .keys button {
    min-height: 68px;
  }
}
</style>

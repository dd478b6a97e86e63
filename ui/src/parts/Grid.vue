<script setup lang="ts" generic="T extends object">
// Grid is a table of rows: named for screen readers, sorted by a tap on a head, a page of rows at a time.
import { libraryWords, t } from '../i18n'
import Table from 'ant-design-vue/es/table'
import type { ColumnType } from 'ant-design-vue/es/table'
import { onMounted, ref } from 'vue'

const props = defineProps<{
  name: string
  rows: T[]
  columns: ColumnType<T>[]
  rowKey: (row: T) => string
  empty?: string
  page?: number
  on?: (row: T) => boolean // the row that is taken up
}>()
const emit = defineEmits<{ pick: [row: T] }>()
const root = ref<HTMLElement>()
onMounted(() => {
  root.value?.querySelector('table')?.setAttribute('aria-label', props.name)
  // The arrows of a head are for the eye; the head itself says how it is sorted.
  for (const icon of root.value?.querySelectorAll('.anticon') ?? []) {
    icon.removeAttribute('aria-label')
    const turns = icon.closest('.ant-pagination-prev, .ant-pagination-next')
    if (!turns) continue
    icon.setAttribute('aria-hidden', 'true')
    icon.parentElement?.setAttribute('aria-label', turns.getAttribute('title') ?? '')
  }
})
libraryWords()
</script>

<template>
  <div ref="root">
    <Table
      :data-source="rows"
      :columns="columns"
      :row-key="rowKey as never"
      :row-class-name="(row: unknown) => (on?.(row as T) ? 'on' : '')"
      :pagination="rows.length > (page ?? 200) ? { pageSize: page ?? 200, showSizeChanger: false } : false"
      :locale="{ emptyText: empty ?? t('grid.nothingHere') }"
      :show-sorter-tooltip="false"
      :custom-row="(row: unknown) => ({ onClick: () => emit('pick', row as T) })"
      size="small"
    >
      <template #bodyCell="{ column, record }"><slot :column="String(column.key)" :row="record as T" /></template>
    </Table>
  </div>
</template>

<style scoped>
div :deep(.on) td {
  background: var(--warm);
}
</style>

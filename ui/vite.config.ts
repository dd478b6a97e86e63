import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

export default defineConfig({
  plugins: [vue()],
  build: {
    assetsInlineLimit: 0, // the content policy allows files, not data: scripts or fonts
    chunkSizeWarningLimit: 700,
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: 'charts', priority: 1, test: /node_modules[\\/](vue-echarts|echarts|zrender|tslib)[\\/]/ },
            { name: 'vue', priority: 2, test: /node_modules[\\/](vue|@vue|vue-router|pinia|@tanstack|@vueuse)[\\/]/ },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://' + (process.env.URNCLOTH_ADDRESS ?? '127.0.0.1:8080') } },
})

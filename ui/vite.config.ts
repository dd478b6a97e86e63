import words from '@intlify/unplugin-vue-i18n/vite'
import vue from '@vitejs/plugin-vue'
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'

export default defineConfig({
  plugins: [
    vue(),
    // What letters look like, for scanning: under the name that the reader asks for.
    {
      name: 'letters',
      generateBundle() {
        this.emitFile({
          type: 'asset',
          fileName: 'assets/letters-4.0.0/eng.traineddata.gz',
          source: readFileSync(
            new URL('./node_modules/@tesseract.js-data/eng/4.0.0_best_int/eng.traineddata.gz', import.meta.url),
          ),
        })
      },
    },
    // The tables of words are compiled as the interface is built: nothing is made into code in the browser.
    words({
      include: fileURLToPath(new URL('./src/i18n/**/*.json', import.meta.url)),
      runtimeOnly: true,
      dropMessageCompiler: true,
    }),
    // Once loaded, every leaf opens without the server. Only what is the same for everybody is kept; no answer is.
    VitePWA({
      registerType: 'prompt',
      manifest: {
        name: 'Urn Cloth',
        short_name: 'Urn Cloth',
        display: 'standalone',
        background_color: '#f3ede1',
        theme_color: '#20302f',
        icons: [{ src: '/urn.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2}', 'core/core.wasm.gz'],
        globIgnores: ['**/tesseract-core*', '**/worker.min*'], // large, and wanted where there is a server to save to
        maximumFileSizeToCacheInBytes: 4 << 20,
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        cleanupOutdatedCaches: true,
      },
    }),
  ],
  build: {
    assetsInlineLimit: 0, // the content policy allows files, not data: scripts or fonts
    chunkSizeWarningLimit: 700,
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: 'charts', priority: 1, test: /node_modules[\\/](vue-echarts|echarts|zrender|tslib)[\\/]/ },
            {
              name: 'vue',
              priority: 2,
              test: /node_modules[\\/](vue|@vue|@intlify|vue-i18n|vue-router|pinia|@tanstack|@vueuse)[\\/]/,
            },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://' + (process.env.URNCLOTH_ADDRESS ?? '127.0.0.1:8080') } },
})

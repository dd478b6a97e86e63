/// <reference types="vite-plugin-pwa/vue" />
/// <reference types="vite/client" />
declare module '@fontsource-variable/*'

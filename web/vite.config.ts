import vue from '@vitejs/plugin-vue'
import { BootstrapVueNextResolver } from 'bootstrap-vue-next/resolvers'
import Components from 'unplugin-vue-components/vite'
import { compression } from 'vite-plugin-compression2'
import { defineConfig } from 'vitest/config'
import { icons } from './icons'

export default defineConfig({
  plugins: [
    vue(),
    icons(),
    Components({ resolvers: [BootstrapVueNextResolver()], dts: false }),
    compression({ algorithms: ['brotliCompress'], include: [/\.(js|css)$/] }),
  ],
  css: {
    preprocessorOptions: {
      scss: { quietDeps: true, silenceDeprecations: ['import', 'global-builtin', 'color-functions'] },
    },
  },
  // Fonts and pictures stay files of their own, so that the content security policy needs no data: sources for them.
  build: { assetsInlineLimit: 0, chunkSizeWarningLimit: 900 },
  server: { proxy: { '/api': 'http://127.0.0.1:5170', '/live': { target: 'http://127.0.0.1:5170', ws: true } } },
  test: { environment: 'node', include: ['src/**/*.test.ts'] },
})

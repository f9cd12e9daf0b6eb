import 'virtual:icons.css'
import { createBootstrap } from 'bootstrap-vue-next/plugins/createBootstrap'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { router } from './router'
import { tellOfMissingParts } from './shared/renewed'
import './styles/main.scss'
import './styles/scheme'

// Menus open and close at once. Besides, one that fades and is opened again while its first fading out ends stays away.
const bootstrap = createBootstrap({ components: { BDropdown: { noAnimation: true } } })

createApp(App).use(createPinia()).use(router).use(bootstrap).mount('#app')
tellOfMissingParts()

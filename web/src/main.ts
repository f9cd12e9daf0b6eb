import 'bootstrap-icons/font/bootstrap-icons.css'
import { createBootstrap } from 'bootstrap-vue-next/plugins/createBootstrap'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { router } from './router'
import './styles/main.scss'
import './styles/scheme'

createApp(App).use(createPinia()).use(router).use(createBootstrap()).mount('#app')

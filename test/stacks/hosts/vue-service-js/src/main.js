import { createApp, h } from 'vue'
import App from './App.vue'
import '@styles/board.css'

const app = createApp({ render: () => h(App) })

app.config.performance = process.env.NODE_ENV !== 'production'
app.mount('#app')

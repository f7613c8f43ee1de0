import { mount } from 'svelte'
import Labels from './Labels.svelte'

const app = mount(Labels, {
  target: document.getElementById('app'),
})

export default app

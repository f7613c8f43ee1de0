import { rain } from './rain'
import './site.css'

const list = document.createElement('ul')
for (const { day, millimetres } of rain) {
  const item = document.createElement('li')
  item.textContent = `${day}: ${millimetres} mm`
  list.append(item)
}
document.body.append(list)

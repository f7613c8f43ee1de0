import express from 'express'

const app = express()
const port = process.env.PORT ?? 3000
const taps = ['North gate', 'Orchard']

app.use(express.json())

app.get('/', (req, res) => {
  res.json(taps)
})

app.use((req, res) => {
  res.status(404).json({ error: 'There is no such tap.' })
})

app.listen(port, '127.0.0.1', () => {
  console.log(`Taps on port ${port}`)
})

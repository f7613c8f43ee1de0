import { Notice } from '../components/notice'

export default function Page() {
  return (
    <main>
      <h1>Notice board</h1>
      <Notice>The water is turned off in November.</Notice>
    </main>
  )
}

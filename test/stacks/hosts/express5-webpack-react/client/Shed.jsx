export default function Shed() {
  return (
    <main className="shed">
      <h1>Tool shed</h1>
      <p>Spades, hoes and one mower.</p>
    </main>
  )
}

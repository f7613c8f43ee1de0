export default function Home() {
  return <h1>Shed rota</h1>
}

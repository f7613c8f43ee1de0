import { leases } from '@/leases'

export default function Home() {
  return (
    <main>
      <h1>Lease office</h1>
      {leases.map((lease) => (
        <p key={lease.plot}>
          Plot {lease.plot} until {lease.until}
        </p>
      ))}
    </main>
  )
}

import { useEffect, useState } from 'react';

interface Seed {
  id: number;
  name: string;
}

export function Swap() {
  const [seeds, setSeeds] = useState<Seed[]>([]);

  useEffect(() => {
    fetch('/api/seeds')
      .then((answer) => answer.json())
      .then(setSeeds)
      .catch(() => setSeeds([]));
  }, []);

  return (
    <main>
      <h1>Seeds to swap</h1>
      <ul>
        {seeds.map((seed) => (
          <li key={seed.id}>{seed.name}</li>
        ))}
      </ul>
    </main>
  );
}

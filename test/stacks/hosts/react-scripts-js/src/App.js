import { useContext } from 'react';
import { Season } from './parts/season';

function App({ hives }) {
  const season = useContext(Season);

  return (
    <main className="diary">
      <h1>Bee diary</h1>
      <p>
        {hives} hives in {season}
      </p>
    </main>
  );
}

export default App;

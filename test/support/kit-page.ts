/** A page of the society that shows every element of the kit, once with Vue and once with React. */
export const VUE_PAGE = `<script setup lang="ts">
import { ref } from 'vue';
import PergolaButton from './components/pergola/PergolaButton.vue';
import PergolaCard from './components/pergola/PergolaCard.vue';
import PergolaDialog from './components/pergola/PergolaDialog.vue';
import PergolaField from './components/pergola/PergolaField.vue';
import PergolaMenu from './components/pergola/PergolaMenu.vue';
import PergolaNotice from './components/pergola/PergolaNotice.vue';
import PergolaSelect from './components/pergola/PergolaSelect.vue';
import PergolaTabs from './components/pergola/PergolaTabs.vue';

const isOpen = ref(false);
const isTold = ref(true);
const chosen = ref('');
const seed = ref('');
const plot = ref('');
const clicks = ref(0);
</script>

<template>
  <main>
    <h1>Seed swap</h1>
    <p>
      <PergolaButton emphasis="strong" @click="isOpen = true">Offer seeds</PergolaButton>
      <PergolaButton @click="clicks += 1">Count {{ clicks }}</PergolaButton>
      <PergolaButton emphasis="quiet">Not now</PergolaButton>
      <PergolaButton busy @click="clicks += 1">Saving</PergolaButton>
      <PergolaButton disabled>Closed</PergolaButton>
    </p>
    <PergolaNotice v-if="isTold" heading="Bring paper bags" dismiss-label="Dismiss" @dismiss="isTold = false">The swap is on Saturday.</PergolaNotice>
    <PergolaNotice heading="Your seeds are listed" tone="good" />
    <PergolaNotice heading="Two bags are left" tone="caution" />
    <PergolaNotice heading="The list could not be saved" tone="problem" urgent />
    <PergolaCard heading="Runner beans">
      <p>Twenty beans from plot 14.</p>
      <template #footer>
        <PergolaMenu
          label="More"
          :items="[{ label: 'Reserve' }, { label: 'Share' }, { label: 'Sold', disabled: true }, { label: 'Report', href: '#report' }]"
          @choose="chosen = $event.label"
        />
      </template>
    </PergolaCard>
    <p id="chosen">{{ chosen }}</p>
    <form>
      <PergolaField v-model="seed" label="Seed" hint="As on the bag" required />
      <PergolaField label="Amount" error="Say how many" model-value="none" />
      <PergolaSelect v-model="plot" label="Plot" empty-label="Choose a plot" :options="[{ value: '3', label: 'Plot 3' }, { value: '14', label: 'Plot 14' }]" />
    </form>
    <PergolaTabs label="Seasons" :tabs="[{ key: 'spring', label: 'Spring' }, { key: 'summer', label: 'Summer' }, { key: 'autumn', label: 'Autumn' }]">
      <template #spring>Sow peas.</template>
      <template #summer>Pick beans.</template>
      <template #autumn>Lift potatoes.</template>
    </PergolaTabs>
    <PergolaDialog v-model:open="isOpen" heading="Offer seeds"><p>Which ones do you bring?</p></PergolaDialog>
  </main>
</template>
`;

export const REACT_PAGE = `import { useState } from 'react';
import PergolaButton from './components/pergola/PergolaButton';
import PergolaCard from './components/pergola/PergolaCard';
import PergolaDialog from './components/pergola/PergolaDialog';
import PergolaField from './components/pergola/PergolaField';
import PergolaMenu from './components/pergola/PergolaMenu';
import PergolaNotice from './components/pergola/PergolaNotice';
import PergolaSelect from './components/pergola/PergolaSelect';
import PergolaTabs from './components/pergola/PergolaTabs';

export default function App() {
  const [isOpen, setOpen] = useState(false);
  const [isTold, setTold] = useState(true);
  const [chosen, setChosen] = useState('');
  const [clicks, setClicks] = useState(0);
  return (
    <main>
      <h1>Seed swap</h1>
      <p>
        <PergolaButton emphasis="strong" onClick={() => setOpen(true)}>Offer seeds</PergolaButton>{' '}
        <PergolaButton onClick={() => setClicks(clicks + 1)}>Count {clicks}</PergolaButton>{' '}
        <PergolaButton emphasis="quiet">Not now</PergolaButton>{' '}
        <PergolaButton busy onClick={() => setClicks(clicks + 1)}>Saving</PergolaButton>{' '}
        <PergolaButton disabled>Closed</PergolaButton>
      </p>
      {isTold ? <PergolaNotice heading="Bring paper bags" dismissLabel="Dismiss" onDismiss={() => setTold(false)}>The swap is on Saturday.</PergolaNotice> : null}
      <PergolaNotice heading="Your seeds are listed" tone="good" />
      <PergolaNotice heading="Two bags are left" tone="caution" />
      <PergolaNotice heading="The list could not be saved" tone="problem" urgent />
      <PergolaCard
        heading="Runner beans"
        footer={
          <PergolaMenu
            label="More"
            items={[{ label: 'Reserve' }, { label: 'Share' }, { label: 'Sold', disabled: true }, { label: 'Report', href: '#report' }]}
            onChoose={(item) => setChosen(item.label)}
          />
        }
      >
        <p>Twenty beans from plot 14.</p>
      </PergolaCard>
      <p id="chosen">{chosen}</p>
      <form>
        <PergolaField label="Seed" hint="As on the bag" required />
        <PergolaField label="Amount" error="Say how many" defaultValue="none" />
        <PergolaSelect label="Plot" emptyLabel="Choose a plot" options={[{ value: '3', label: 'Plot 3' }, { value: '14', label: 'Plot 14' }]} />
      </form>
      <PergolaTabs
        label="Seasons"
        tabs={[
          { key: 'spring', label: 'Spring', panel: 'Sow peas.' },
          { key: 'summer', label: 'Summer', panel: 'Pick beans.' },
          { key: 'autumn', label: 'Autumn', panel: 'Lift potatoes.' },
        ]}
      />
      <PergolaDialog open={isOpen} onClose={() => setOpen(false)} heading="Offer seeds">
        <p>Which ones do you bring?</p>
      </PergolaDialog>
    </main>
  );
}
`;

/** What somebody with a keyboard does on that page: what came of each step stands in the page afterwards, as JSON. */
export const KEYBOARD_VISIT = `
const seen = {};
const wait = () => new Promise((done) => setTimeout(done, 60));
const named = (role, name) => [...document.querySelectorAll(role)].find((one) => one.textContent.trim().startsWith(name));
const press = async (key) => {
  document.activeElement.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
  await wait();
};
const focused = () => document.activeElement.textContent.trim();
async function visit() {
  await wait();
  seen.atFirst = (await axe.run()).violations.map(({ id, nodes }) => id + ': ' + nodes.map((node) => node.html).join(' '));
  const count = named('button', 'Count');
  count.click();
  named('button', 'Saving').click();
  await wait();
  seen.clicks = count.textContent.trim();

  const opener = named('button', 'More');
  opener.focus();
  await press('ArrowDown');
  seen.menu = [opener.getAttribute('aria-expanded'), focused()];
  await press('ArrowUp');
  seen.menu.push(focused());
  await press('Home');
  await press('s');
  seen.menu.push(focused());
  await press('s');
  seen.menu.push(focused());
  seen.withMenu = (await axe.run()).violations.map(({ id }) => id);
  document.activeElement.click();
  await wait();
  seen.disabled = [opener.getAttribute('aria-expanded'), document.querySelector('#chosen').textContent];
  await press('Escape');
  seen.escaped = [opener.getAttribute('aria-expanded'), document.activeElement === opener];
  await press('ArrowUp');
  await press('Home');
  document.activeElement.click();
  await wait();
  seen.chosen = [document.querySelector('#chosen').textContent, document.activeElement === opener];

  named('[role=tab]', 'Spring').focus();
  const panel = () => [...document.querySelectorAll('[role=tabpanel]')].filter((one) => !one.hidden).map((one) => one.textContent.trim());
  seen.tabs = [panel()];
  for (const key of ['ArrowRight', 'End', 'ArrowRight', 'ArrowLeft', 'Home']) {
    await press(key);
    seen.tabs.push([focused(), ...panel()]);
  }
  seen.tabStops = [...document.querySelectorAll('[role=tab]')].map((one) => one.tabIndex);

  const offer = named('button', 'Offer seeds');
  offer.focus();
  offer.click();
  await wait();
  const dialog = document.querySelector('dialog');
  seen.dialog = [dialog.open, dialog.matches(':modal'), dialog.contains(document.activeElement)];
  seen.withDialog = (await axe.run()).violations.map(({ id }) => id);
  named('dialog button', 'Close').click();
  await wait();
  seen.closed = [dialog.open, document.activeElement === offer];

  named('button', 'Dismiss').click();
  await wait();
  seen.dismissed = !document.body.textContent.includes('Bring paper bags');
  const field = (label) => [...document.querySelectorAll('label')].find((one) => one.textContent === label).control;
  const described = (one) => (one.getAttribute('aria-describedby') ?? '').split(' ').map((id) => document.getElementById(id)?.textContent);
  seen.fields = [field('Seed').required, described(field('Seed')), field('Amount').getAttribute('aria-invalid'), described(field('Amount')), field('Plot').selectedOptions[0].text];
}
visit().catch((error) => (seen.error = String(error))).finally(() => {
  const out = document.createElement('script');
  out.type = 'application/json';
  out.id = 'seen';
  out.textContent = JSON.stringify(seen);
  document.body.append(out);
});
`;

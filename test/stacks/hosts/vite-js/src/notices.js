export const notices = [
  { title: 'Water is on', text: 'The taps at all plots run again.' },
  { title: 'Seed swap', text: 'Saturday at ten, in the tool shed.' },
];

export function byTitle(wanted) {
  return notices.find(({ title }) => title === wanted);
}

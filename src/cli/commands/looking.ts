// The commands that only look; `survey` is apart, since it has to start fastest.
export * as browse from './browse.ts';
export * as history from './history.ts';
export * as prove from './prove.ts';

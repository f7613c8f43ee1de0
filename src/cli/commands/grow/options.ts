import { command } from '../../command.ts';
import { changeOptions, previewOption, comingOptions, workspaceOption } from '../../shared-options.ts';

export const grow = command(
  (y) =>
    comingOptions(changeOptions(previewOption(workspaceOption(y))))
      .positional('part', {
        type: 'string',
        describe:
          'What is to grow: page, list-page, layout, component, endpoint, middleware, bundle, piece, colour, font, container, type-scale or head-tag; without it what can grow here is listed',
      })
      .positional('names', {
        type: 'string',
        array: true,
        describe: 'Its name, as SeedSwap; of a page or an endpoint it may be its address; of pieces several',
      })
      .option('at', { type: 'string', requiresArg: true, group: 'What', describe: 'Its address, as /seed-swap' })
      .option('around', {
        type: 'string',
        array: true,
        requiresArg: true,
        group: 'What',
        nargs: 1,
        describe: 'Of a layout: the address of a page that it goes around; give it again for another',
      })
      .option('lazy', {
        type: 'boolean',
        default: false,
        group: 'What',
        describe: 'Of a page: load it only when it is shown',
      })
      .option('before', {
        type: 'string',
        requiresArg: true,
        group: 'What',
        describe: 'Of a middleware: the one that it goes before',
      })
      .option('value', {
        type: 'string',
        requiresArg: true,
        group: 'What',
        describe: "A colour, as '#2f6f3e'; of a head tag, its content",
      })
      .option('width', {
        type: 'string',
        requiresArg: true,
        group: 'What',
        describe: 'Of a container: how wide it gets, as 72rem',
      })
      .option('from', {
        type: 'number',
        requiresArg: true,
        group: 'What',
        describe: 'The smaller width of a type scale, in pixels',
      })
      .option('to', { type: 'number', requiresArg: true, group: 'What', describe: 'The larger one' })
      .option('ratio', {
        type: 'string',
        requiresArg: true,
        group: 'What',
        describe: 'The ratio of sizes at each, as 1.2:1.25',
      })
      .option('link', {
        type: 'boolean',
        default: false,
        group: 'What',
        describe: 'Put a link to it where the navigation is',
      }),
  {
    usage: 'grow [part] [names..]',
    describe: 'Go on building: make parts like those that are there, extend the theme',
    examples: [
      ['grow', 'lists what can grow here'],
      ['grow page SeedSwap --at /seed-swap --link', 'makes a page like its neighbours, with a link to it'],
    ],
    load: () => import('./run.ts'),
  },
);

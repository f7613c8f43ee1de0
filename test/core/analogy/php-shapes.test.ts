import fs from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { projectRoot } from '../../../demo/registry/open.ts';
import { madeLike, type Told } from '../../../src/core/analogy/like.ts';
import { inOtherNumber, isOne } from '../../../src/core/analogy/number.ts';
import type { Shape } from '../../../src/core/analogy/shape.ts';
import { shapeOfFile, withPhp } from '../../../src/core/analogy/shapes.ts';

beforeAll(() => withPhp());

const HOSTS = path.join(projectRoot(), 'test/stacks/hosts');
const texts = sources();

/** Every PHP source and template of the hosts. */
function sources(): { file: string; text: string }[] {
  const names = fs.readdirSync(HOSTS, { recursive: true, encoding: 'utf8' });
  return names
    .filter((file) => /^\w+-php\/(?!.*vendor).*\.(php|twig)$/.test(file))
    .map((file) => ({ file, text: fs.readFileSync(path.join(HOSTS, file), 'utf8') }));
}

/** Fails where a shape reaches beyond the one around it, or where two of its parts share text. */
function expectNested(shape: Shape, file: string): void {
  const parts = [...shape.slots, ...(shape.members ?? [])].sort((a, b) => a.start - b.start);
  for (const [at, part] of parts.entries()) {
    expect(part.start, file).toBeGreaterThanOrEqual(shape.start);
    expect(part.end, file).toBeLessThanOrEqual(shape.end);
    const next = parts[at + 1];
    if (next) expect(part.end, `${file}: ${part.kind} and ${next.kind}`).toBeLessThanOrEqual(next.start);
    expectNested(part, file);
  }
}

describe('shapes of PHP, Twig and Blade', () => {
  it('lie in each other without a share in the same text, in every source of the hosts', () => {
    expect(texts.length).toBeGreaterThan(60);
    for (const { file, text } of texts) expectNested(shapeOfFile(text, file), file);
  });

  it('do so too in texts that are cut anywhere', () => {
    fc.assert(
      fc.property(fc.constantFrom(...texts), fc.nat(), fc.nat(60), ({ file, text }, from, length) => {
        const at = from % Math.max(1, text.length);
        const cut = text.slice(0, at) + text.slice(at + length);
        expectNested(shapeOfFile(cut, file), file);
      }),
      { numRuns: 400 },
    );
  });

  it('have no tag in what another tag is given', () => {
    const rest =
      '\n    <h1>Tools</h1>\n    @foreach ($tools as $tool)\n        <p>{{ $tool }}</p>\n    @endforeach\n@endsection\n';
    const text = `@extends('layouts.ap@section('title', 'Tools')\n\n@section('content')${rest}`;
    expectNested(shapeOfFile(text, 'tools.blade.php'), 'tools.blade.php');
  });

  it('are read in good time, whatever a template is made of', () => {
    // One that took quadratic time would run into the runner's own limit.
    for (const part of ['{% if a ', '{% x %}', "@a('", '@if(', '<a {% ', '{{ '])
      for (const file of ['page.html.twig', 'page.blade.php']) {
        const text = part.repeat(12_000);
        expect(shapeOfFile(text, file).end).toBe(text.length);
      }
  });

  it('are lines where a text is deeper than anybody can walk, with no bracket in it', () => {
    for (const part of ['+1', '->a()', '[0]', " . 'x'"]) {
      const text = `<?php\n\n$all = $one${part.repeat(60_000)};\n`;
      expect(shapeOfFile(text, 'x.php').kind).toBe('lines');
    }
    expect(shapeOfFile(`<?php\n\n$all = 1${'+1'.repeat(400)};\n`, 'x.php').kind).toBe('Program');
  });

  it('keep a text as it is where nothing is other', () => {
    const told = (words: string[], other: string[], text: string): Told => ({ text, file: 'x.php', words, other });
    const plots = "<?php\n\nclass PlotController\n{\n    public function all() { return view('plots.all'); }\n}\n";
    const tools = plots.replaceAll('Plot', 'Tool').replaceAll('plot', 'tool');
    const made = madeLike([told(['plot'], ['plots'], plots), told(['tool'], ['tools'], tools)], {
      words: ['seed', 'swap'],
      other: ['seed', 'swaps'],
    });
    expect(made).toBe(plots.replaceAll('Plot', 'SeedSwap').replaceAll('plots', 'seed-swaps'));
  });
});

describe('numbers of names', () => {
  it.each([
    [['plot'], ['plots'], true],
    [['seed', 'swaps'], ['seed', 'swap'], false],
    [['duty'], ['duties'], true],
    [['news'], undefined, true],
  ])('%j and %j', (words, other, one) => {
    expect(inOtherNumber(words)).toEqual(other);
    expect(isOne(words)).toBe(one);
  });
});

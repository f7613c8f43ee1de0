/**
 * A text as a tree whose members can be compared with those of another text. What stands between the parts of a shape belongs to
 * itself; offsets are of the whole file.
 */
export interface Shape {
  /** What it is, in its language: only shapes of one kind are compared. */
  kind: string;
  start: number;
  end: number;
  /** What it is told by among its neighbours, where the name of the text's subject may stand in it: a key, a tag, a module. */
  label?: string | undefined;
  /** Which part of the shape around it it is, where those come in no order. */
  part?: string | undefined;
  /** Parts that are always there, in an order of their own: what cannot be taken out by itself. */
  slots: Shape[];
  /** Parts of which each can be taken out by itself, by what parts them from their neighbours. */
  members?: Shape[] | undefined;
  /** What is between members: a comma, or nothing (each on lines of its own, or side by side). */
  parted?: 'comma' | undefined;
  /** Goes with the last of its members. */
  hollow?: boolean | undefined;
  /** Always stays, whatever becomes of its parts. */
  stays?: boolean | undefined;
  /** A member by which a component hands something to its own markup, which alone needs it. */
  handsOn?: string | undefined;
  /** Names that it brings into scope, and that it uses, where its language tells. */
  declares?: string[] | undefined;
  uses?: string[] | undefined;
}

/** The shape of a whole text, or of one in another, which begins at `shift`: it stays whatever becomes of its members. */
export function rootShape(kind: string, text: string, shift: number, members: Shape[]): Shape {
  return { kind, start: shift, end: shift + text.length, slots: [], members, stays: true };
}

/** Whether all parts of a shape lie in it, and share no text: what a parser makes of broken markup may not. */
export function isNested(shape: Shape): boolean {
  const parts = [...shape.slots, ...(shape.members ?? [])].sort((a, b) => a.start - b.start);
  return parts.every(
    (part, at) =>
      part.start >= shape.start &&
      part.end <= (parts[at + 1]?.start ?? shape.end) &&
      part.end <= shape.end &&
      isNested(part),
  );
}

/** All shapes below one, itself first. */
export function* shapesIn(shape: Shape): Generator<Shape> {
  const open = [shape];
  for (let next = open.pop(); next; next = open.pop()) {
    yield next;
    for (const one of (next.members ?? []).toReversed()) open.push(one);
    for (const one of next.slots.toReversed()) open.push(one);
  }
}

/** The shapes that an offset is in, the outermost first. */
export function shapesAt(shape: Shape, offset: number): Shape[] {
  const path: Shape[] = [];
  for (let next: Shape | undefined = shape; next;) {
    path.push(next);
    next = [...next.slots, ...(next.members ?? [])].find((one) => one.start <= offset && offset < one.end);
  }
  return path;
}

/** Whether a shape is an element of markup, in whatever language. */
export function isElement({ kind }: Shape): boolean {
  return kind === 'element' || kind === 'JSXElement';
}

/** The tag by which an element is opened. */
export function tagOf({ slots }: Shape): Shape | undefined {
  return slots.find(({ kind }) => kind === 'tag' || kind === 'JSXOpeningElement');
}

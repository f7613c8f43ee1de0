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

/** All shapes below one, itself first. */
export function* shapesIn(shape: Shape): Generator<Shape> {
  const open = [shape];
  for (let next = open.pop(); next; next = open.pop()) {
    yield next;
    open.push(...[...next.slots, ...(next.members ?? [])].reverse());
  }
}

import { PATHS, SHOWN_BY } from './entry-words.ts';
import { cutLoose } from './loose-names.ts';
import { isElement, shapesIn, tagOf, type Shape } from './shape.ts';

/** A text as it is compared with others: its shape, and a reading of its parts in which its own name is no difference. */
export interface Likened {
  text: string;
  shape: Shape;
  /** A part of the text with blanks made equal, and the text's name in a form that all texts share. */
  read(part: string): string;
}

/** What becomes of the parts of one text that others do not share. */
export interface Pruned {
  /** Parts that go. */
  cut: ReadonlySet<Shape>;
  /** Words that are each text's own where all have some: what is new has its name there. */
  named: ReadonlySet<Shape>;
  /** Elements whose own parts all went: what is new has its own there. */
  emptied: ReadonlySet<Shape>;
}

// Parts that may be there or not without changing what a thing is: the base's own stay.
const OPTIONAL = new Set([
  'returnType',
  'typeAnnotation',
  'typeParameters',
  'typeArguments',
  'superClass',
  'decorators',
  'async',
]);
/** What stands in a reading for the name of what a text is about. */
export const NAME_MARK = '\u0001';

// Without what is in them these are nothing.
const LISTS = /^(ul|ol|dl|table|thead|tbody|tr|select|li|a|button)$/i;
const DECLARATIONS = /^(ExportNamedDeclaration|VariableDeclaration|FunctionDeclaration|ClassDeclaration)$/;
const SECTIONS = /^(main|article)$/;
const HEADINGS = /^(h[1-6]|title)$/;
const ICONS = /^(icon|iconClass|iconName)$/;
const TITLES = /^(title|heading|label|crumb|breadcrumb)$/i;

/** What is compared, and how. */
interface Manner {
  /** A text of its own, in which nothing stays that is not used. */
  whole?: boolean | undefined;
  alone?: boolean | undefined;
  /** Names that are needed, although nobody writes them. */
  kept?: readonly string[] | undefined;
  /** Whether what an import brings, by its label, is not there for what is new. */
  isGone?: ((this: void, label: string) => boolean) | undefined;
  /** Names that nothing brings in any more. */
  gone?: readonly string[] | undefined;
}

/** Which parts of a text stay if only what most of some others have too is to stay. With no others all of it does; of a whole file that goes, too, which nothing uses then. */
export function commonTo(
  base: Likened,
  others: readonly Likened[],
  { whole = false, alone = false, kept, isGone, gone }: Manner,
): Pruned {
  const search = new Search(base, others, alone);
  search.stays(
    base.shape,
    others.map(({ shape }) => shape),
  );
  for (const one of shapesIn(base.shape))
    if (/^Import(DeclarationOfClass|Clause)$/.test(one.kind) && isGone?.(one.label ?? '')) search.cut.add(one);
  if (whole) cutLoose(base.shape, search.cut, { isFrame: (shape) => search.isFrame(shape), kept, gone });
  for (const block of base.shape.members ?? []) if (isEmptied(block, search.cut)) search.cut.add(block);
  return { cut: search.cut, named: search.named, emptied: search.emptied };
}

/** Whether all that a component's script or sheet had has gone: then there is no need of one. */
function isEmptied({ kind, stays, slots }: Shape, cut: ReadonlySet<Shape>): boolean {
  const members = slots.at(-1)?.members ?? [];
  return kind.startsWith('block ') && !stays && members.length > 0 && members.every((one) => cut.has(one));
}

class Search {
  readonly cut = new Set<Shape>();
  readonly named = new Set<Shape>();
  readonly emptied = new Set<Shape>();
  readonly #base: Likened;
  readonly #others: readonly Likened[];
  readonly #alone: boolean;
  /** The shapes around the one that is looked at, outermost first. */
  readonly #around: Shape[] = [];

  constructor(base: Likened, others: readonly Likened[], alone: boolean) {
    this.#base = base;
    this.#alone = alone;
    this.#others = others;
  }

  /** Whether a part of the base stays, by the parts of the others that are in its place. */
  stays(shape: Shape, partners: readonly (Shape | undefined)[]): boolean {
    const alike = partners.map((one) => (one?.kind === shape.kind ? one : undefined));
    const isLeaf = shape.slots.length === 0 && shape.members === undefined;
    if (isLeaf) return this.#leafStays(shape, alike);
    if (!this.#most(alike.map((one) => one !== undefined))) return shape.stays ?? false;
    this.#around.push(shape);
    // Each is looked at, whatever becomes of the one before.
    const slots = shape.slots.map((slot, at) => this.#slotStays(slot, at, alike));
    const whole = slots.every(Boolean) || (shape.stays ?? false);
    const kept = whole && this.#membersStay(shape, alike) && !this.#isBare(shape);
    this.#around.pop();
    return kept;
  }

  /** Whether an element shows nothing without the attributes that it had: an icon, a picture. */
  #isBare(shape: Shape): boolean {
    const { label = '', members = [], stays } = shape;
    if (!isElement(shape) || members.length > 0 || stays || !/^[a-z]+$/.test(label)) return false;
    const attributes = tagOf(shape)?.members ?? [];
    return attributes.length > 0 && attributes.every((one) => this.cut.has(one));
  }

  #slotStays(slot: Shape, at: number, around: readonly (Shape | undefined)[]): boolean {
    const partners = around.map((one) =>
      slot.part === undefined ? one?.slots[at] : one?.slots.find(({ part }) => part === slot.part),
    );
    return this.stays(slot, partners) || (slot.stays ?? false) || OPTIONAL.has(slot.part ?? '');
  }

  #membersStay(shape: Shape, alike: readonly (Shape | undefined)[]): boolean {
    const { members } = shape;
    if (!members || members.length === 0) return true;
    const taken = new Set<Shape>();
    let left = 0;
    for (const member of members) {
      const partners = alike.map((one, at) => {
        const other = this.#others[at];
        const found = one?.members?.find(
          (each) =>
            !taken.has(each) &&
            each.kind === member.kind &&
            other &&
            labelOf(other, each) === labelOf(this.#base, member),
        );
        if (found) taken.add(found);
        return found;
      });
      // A word of the language goes with what needs it, whatever others have.
      if (
        member.kind === 'word' ||
        this.stays(member, partners) ||
        member.stays ||
        this.#isItself(member) ||
        this.#isOwnLook(member) ||
        (isShownBy(member) && this.#most(partners.map((one) => one !== undefined)))
      )
        left += 1;
      else this.cut.add(member);
    }
    if (left > 0 || !shape.hollow) return true;
    if (!this.isFrame(shape)) return false;
    this.emptied.add(shape);
    return true;
  }

  /**
   * Whether an element is a frame for what each text has of its own: it holds other elements, and is a part of the page by its tag or told
   * by attributes that all have.
   */
  isFrame(shape: Shape): boolean {
    const { label = '', members = [] } = shape;
    if (!isElement(shape) || LISTS.test(label)) return false;
    const holdsElements = members.some((one) => isElement(one));
    if (holdsElements && SECTIONS.test(label)) return true;
    return holdsElements && (tagOf(shape)?.members ?? []).some((one) => !this.cut.has(one));
  }

  #leafStays(shape: Shape, alike: readonly (Shape | undefined)[]): boolean {
    const own = written(this.#base, shape);
    const same = alike.map((one, at) => {
      const other = this.#others[at];
      return one !== undefined && other !== undefined && written(other, one) === own;
    });
    if (this.#most(same)) return true;
    if (!this.#most(alike.map((one) => one !== undefined))) return false;
    if (this.#isPath(shape)) return true;
    // Of one alone its name shows where it belongs.
    if (this.#alone && shape.kind === 'Literal' && own.includes(NAME_MARK)) return true;
    if (this.#isOwnName(shape)) {
      this.named.add(shape);
      return true;
    }
    if (this.#isIcon(shape) && alike.every((one) => one !== undefined)) return true;
    if (!this.#isTitle(shape)) return false;
    this.named.add(shape);
    return true;
  }

  /** Whether a declaration at the top of a module is what the text is about: it stays, whatever becomes of what is in it. */
  #isItself({ kind, label = '' }: Shape): boolean {
    const isTop = this.#around.at(-1)?.kind === 'Program';
    return isTop && DECLARATIONS.test(kind) && this.#base.read(label) === NAME_MARK;
  }

  /** Of a text that has no other beside it: what tells of its name, how an element looks, and what may be needed for either. */
  #isOwnLook(member: Shape): boolean {
    if (!this.#alone) return false;
    const isPlain = ![...shapesIn(member)].some(({ uses = [] }) => uses.length > 0);
    switch (member.kind) {
      case 'attribute':
      case 'JSXAttribute':
        return isPlain;
      case 'ImportDeclaration':
      case 'ImportDeclarationOfClass':
      case 'ImportSpecifier':
      case 'ImportDefaultSpecifier':
        return true;
      case 'argument':
        return isPlain && member.label !== '';
      case 'Property':
      case 'ExportNamedDeclaration':
      case 'rule':
      case 'decl':
        return isPlain && written(this.#base, member).includes(NAME_MARK);
      default:
        return false;
    }
  }

  /** Whether a text stands where each thing has its own: in a heading, or as the value of a member that is called a title. */
  #isTitle(shape: Shape): boolean {
    const { kind } = shape;
    const inner = this.#around.at(-1);
    const tag = inner?.label ?? '';
    if (/^(text|JSXText)$/.test(kind)) return HEADINGS.test(tag) && inner?.members?.length === 1;
    if (kind !== 'Literal' || inner?.kind !== 'Property') return false;
    // What begins with a capital is for people, whatever it is called.
    return TITLES.test(tag) || (tag === 'name' && /^["'`]\p{Lu}/u.test(this.#base.text.slice(shape.start, shape.end)));
  }

  /** Whether a text tells the picture of an entry: where all have one, one without would have a gap. */
  #isIcon({ kind }: Shape): boolean {
    const inner = this.#around.at(-1);
    return kind === 'Literal' && inner?.kind === 'Property' && ICONS.test(inner.label ?? '');
  }

  /** Whether an identifier is what a module calls the one thing that it is there for. */
  #isOwnName({ kind, part }: Shape): boolean {
    const [module, declared] = this.#around.slice(-2);
    return (
      kind === 'Identifier' && part === 'id' && declared !== undefined && module?.kind === 'ExportDefaultDeclaration'
    );
  }

  /** Whether a text is the path of an entry: each has its own, whatever the thing is called. */
  #isPath({ kind }: Shape): boolean {
    const inner = this.#around.at(-1);
    const isNamed = inner?.kind === 'Property' || inner?.kind === 'JSXAttribute';
    return kind === 'Literal' && isNamed && PATHS.includes(inner.label ?? '');
  }

  #most(isSo: readonly boolean[]): boolean {
    if (this.#others.length === 0) return true;
    const count = isSo.filter(Boolean).length;
    return count > 0 && (count + 1) * 2 > this.#others.length + 1;
  }
}

/** Whether a member of an entry says what is shown: each has its own, however that is called. */
function isShownBy({ kind, label = '' }: Shape): boolean {
  return (kind === 'Property' || kind === 'JSXAttribute') && SHOWN_BY.includes(label);
}

function labelOf(likened: Likened, { label = '' }: Shape): string {
  return likened.read(label);
}

function written(likened: Likened, { start, end }: Shape): string {
  return likened.read(likened.text.slice(start, end));
}

import { blocked, isBlocked, type Blocked } from './blocked.ts';
import { calledName, lookUp, type Placed } from './lookup.ts';
import { boundNames, type Scope } from './scope.ts';
import {
  bare,
  isFunction,
  keyName,
  returnsOf,
  type FunctionNode,
  type Node,
  type NodeOf,
  type Script,
} from './syntax.ts';

export type { Placed };

/** Where in a script a configuration value stands: a JSON Pointer (RFC 6901) into the value that the file exports. */
export interface ConfigAddress {
  pointer: string;
  /** Names of functions that return the configuration they are given. */
  helpers?: string[] | undefined;
  /** Names of functions that take the items of the list as their arguments, or lists of them. */
  variadic?: string[] | undefined;
  /** Names of functions that merge the configurations they are given, lists included. */
  merges?: string[] | undefined;
  /** Keys by which an object is known to be this configuration, for calls that are not known. */
  keys?: string[] | undefined;
  /** By contract the value is a list or one item of it: one that is not written as a list is made the first of a new one. */
  flat?: boolean | undefined;
  /** Where the value is that the pointer leads into; what the module exports by default where absent. */
  root?: ConfigRoot | undefined;
}

/** An export of another module; `default`, or `*` where a CommonJS module is itself what is called. */
export interface ExportName {
  from: string;
  name: string;
}

/** A value that is found by what it is for: a named export, an argument of a call, what a class is decorated with. */
export type ConfigRoot =
  { export: string } | { call: ExportName; argument: number } | { decorator: ExportName; class?: string | undefined };

export type ObjectPlace = Placed<NodeOf<'ObjectExpression'>>;
/** A list literal, or a call whose arguments are the list. */
export type ListPlace = Placed<NodeOf<'ArrayExpression'> | NodeOf<'CallExpression'>>;

/** A member's value, or the object that it could be added to, or why neither can be told. */
export type Member = { value: Placed<Node> } | { absentFrom: ObjectPlace } | Blocked;

const MOST_STEPS = 100;
const KEEPS_ITEMS = new Set(['filter', 'flat', 'concat', 'reverse', 'sort']);

/** Follows the shapes that people write configurations in, statically; never guesses where two places could be meant. */
export class ValueReader {
  readonly #script: Script;
  readonly #address: ConfigAddress;
  #steps = 0;

  constructor(script: Script, address: ConfigAddress) {
    this.#script = script;
    this.#address = address;
  }

  /** The objects that an expression can turn out to be; several where a function returns in several places. */
  objects(expression: Node, scope: Scope): ObjectPlace[] | Blocked {
    this.#steps += 1;
    const node = bare(expression);
    if (this.#steps > MOST_STEPS) return blocked('it is wound up too far to be followed', node);
    if (node.type === 'ObjectExpression') return [{ node, scope }];
    if (isFunction(node)) return this.#returned(node, scope);
    if (node.type === 'CallExpression') return this.#objectsOfCall(node, scope);
    if (node.type === 'ConditionalExpression') return this.#either(node.consequent, node.alternate, scope);
    if (node.type === 'Identifier') {
      const value = this.#lookup(node, scope);
      return isBlocked(value) ? value : this.objects(value.node, value.scope);
    }
    return blocked('its value is computed', node);
  }

  /** The one list that an expression stands for. */
  list(expression: Node, scope: Scope): ListPlace | Blocked {
    this.#steps += 1;
    const node = bare(expression);
    if (this.#steps > MOST_STEPS) return blocked('it is wound up too far to be followed', node);
    if (node.type === 'ArrayExpression') return { node, scope };
    if (node.type === 'Identifier') {
      const value = this.#lookup(node, scope);
      return isBlocked(value) ? value : this.list(value.node, value.scope);
    }
    if (node.type === 'CallExpression' && node.callee.type !== 'MemberExpression') return this.#listOfCall(node, scope);
    if (isFunction(node) && node.body) return this.#listOfFunction(node, scope);
    if (node.type === 'CallExpression' && node.callee.type === 'MemberExpression') {
      const name = calledName(this.#script, node.callee);
      const { helpers = [], variadic = [] } = this.#address;
      if (name !== undefined && [...helpers, ...variadic].includes(name)) return this.#listOfCall(node, scope);
      const method = keyName(node.callee.property, node.callee.computed);
      const owner = node.callee.object;
      const first = node.arguments[0];
      if (method === 'all' && owner.type === 'Identifier' && owner.name === 'Promise' && first)
        return this.list(first, scope);
      if (method !== undefined && KEEPS_ITEMS.has(method)) return this.list(owner, scope);
    }
    return blocked('the list is computed', node);
  }

  /** A helper takes the list, a variadic one its items as arguments; any other call is not followed. */
  #listOfCall(call: NodeOf<'CallExpression'>, scope: Scope): ListPlace | Blocked {
    const name = calledName(this.#script, call.callee) ?? '';
    const [first, ...more] = call.arguments;
    const isVariadic = this.#address.variadic?.includes(name) ?? false;
    if (!isVariadic && !this.#address.helpers?.includes(name)) return blocked('the list is the result of a call', call);
    if (first && first.type !== 'SpreadElement' && more.length === 0) {
      const list = this.list(first, scope);
      // What surely is a list is meant, even where the items could stand beside it.
      if (!isBlocked(list) || !isVariadic) return list;
    }
    return isVariadic ? { node: call, scope } : blocked('the list is the result of a call', call);
  }

  #listOfFunction(node: FunctionNode, outer: Scope): ListPlace | Blocked {
    const parameters = node.params.flatMap((parameter) => boundNames(parameter));
    const { body } = node;
    if (!body) return blocked('the function has no body', node);
    if (body.type !== 'BlockStatement') return this.list(body, { statements: [], parameters, outer });
    const [only, ...more] = returnsOf(body);
    if (!only?.argument || more.length > 0) return blocked('the function has no single list that it returns', node);
    return this.list(only.argument, { statements: body.body, parameters, outer });
  }

  /** The value of a member of an object, through spreads. */
  member({ node, scope }: ObjectPlace, key: string): Member {
    let unknown: Blocked | undefined;
    for (const property of node.properties.toReversed()) {
      if (property.type === 'SpreadElement') {
        const spread = this.#spreadMember(property.argument, scope, key);
        if (isBlocked(spread)) unknown ??= spread;
        else if ('value' in spread) return unknown ?? spread;
        continue;
      }
      const name = keyName(property.key, property.computed);
      if (name === undefined) unknown ??= blocked('a computed key may be the one that is wanted', property);
      if (name !== key) continue;
      if (unknown) return unknown;
      if (property.kind !== 'init' || property.method) return blocked(`"${key}" is a function of its own`, property);
      return { value: { node: property.value, scope } };
    }
    return unknown ?? { absentFrom: { node, scope } };
  }

  #spreadMember(argument: Node, scope: Scope, key: string): Member {
    const node = bare(argument);
    const branches =
      node.type === 'LogicalExpression'
        ? [node.right]
        : node.type === 'ConditionalExpression'
          ? [node.consequent, node.alternate]
          : undefined;
    const found = (branches ?? [node]).map((branch): Member => {
      const places = this.objects(branch, scope);
      if (isBlocked(places)) return blocked(`"${key}" may come from a spread that cannot be followed`, argument);
      const [only, ...more] = places;
      if (!only || more.length > 0) return blocked(`"${key}" may come from a spread of several objects`, argument);
      return this.member(only, key);
    });
    const certain = found.find((member) => isBlocked(member) || 'value' in member);
    if (certain === undefined) return found[0] ?? blocked('the spread cannot be followed', argument);
    if (branches && !isBlocked(certain)) return blocked(`"${key}" comes from a spread that is conditional`, argument);
    return certain;
  }

  #objectsOfCall(call: NodeOf<'CallExpression'>, scope: Scope): ObjectPlace[] | Blocked {
    const name = calledName(this.#script, call.callee);
    const args = call.arguments.filter((argument) => argument.type !== 'SpreadElement');
    if (args.length !== call.arguments.length) return blocked('the arguments of the call are computed', call);
    const [first] = args;
    if (name !== undefined && this.#address.helpers?.includes(name) && first) return this.objects(first, scope);
    if (name !== undefined && this.#address.merges?.includes(name)) return this.#merged(args, scope, call);
    if (name === 'Object.assign' || name === 'Promise.resolve') return this.#assigned(args, scope, call);
    if (call.callee.type === 'Identifier') {
      const local = this.#localFunction(call.callee, scope);
      if (local) return this.#returned(local.node, local.scope);
    }
    if (isFunction(bare(call.callee)) && args.length === 0) return this.objects(call.callee, scope);
    return this.#wrapped(args, scope, call);
  }

  /** A call that is not known passes for a wrapper if exactly one argument is surely a configuration of this kind. */
  #wrapped(args: readonly Node[], scope: Scope, call: Node): ObjectPlace[] | Blocked {
    const known = args.flatMap((argument) => {
      const places = this.objects(argument, scope);
      return !isBlocked(places) && places.length > 0 && places.every((place) => this.#looksRight(place))
        ? [places]
        : [];
    });
    const [only, ...more] = known;
    if (only && more.length === 0) return only;
    return blocked(more.length > 0 ? 'two configurations are passed to this call' : 'it is the result of a call', call);
  }

  #merged(args: readonly Node[], scope: Scope, call: Node): ObjectPlace[] | Blocked {
    const readable = args.flatMap((argument) => {
      const places = this.objects(argument, scope);
      return isBlocked(places) ? [] : [places];
    });
    const key = this.#firstKey();
    const holding = readable.filter((places) =>
      places.some((place) => {
        const member = this.member(place, key);
        return !isBlocked(member) && 'value' in member;
      }),
    );
    // Lists are joined by a merge, so any of them would do; the last one that has the list is the host's own addition.
    return holding.at(-1) ?? readable.at(-1) ?? blocked('none of the merged configurations is written here', call);
  }

  #assigned(args: readonly Node[], scope: Scope, call: Node): ObjectPlace[] | Blocked {
    const key = this.#firstKey();
    for (const argument of args.toReversed()) {
      const places = this.objects(argument, scope);
      if (isBlocked(places)) return places;
      const [place] = places;
      if (!place || places.length > 1) return blocked('several objects could be meant', argument);
      const member = this.member(place, key);
      if (isBlocked(member) || 'value' in member || argument === args[0]) return places;
    }
    return blocked('nothing is passed to this call', call);
  }

  #returned(node: FunctionNode, outer: Scope): ObjectPlace[] | Blocked {
    const body = node.body;
    const parameters = node.params.flatMap((parameter) => boundNames(parameter));
    if (!body) return blocked('the function has no body', node);
    if (body.type !== 'BlockStatement') return this.objects(body, { statements: [], parameters, outer });
    const scope: Scope = { statements: body.body, parameters, outer };
    const returns = returnsOf(body);
    if (returns.length === 0) return this.#handedOver(body, parameters[0], scope);
    const all: ObjectPlace[] = [];
    for (const { argument, start } of returns) {
      if (!argument) return blocked('the function returns nothing here', { start });
      const places = this.objects(argument, scope);
      if (isBlocked(places)) return places;
      for (const place of places) if (!all.some((one) => one.node === place.node)) all.push(place);
    }
    return all;
  }

  /** `(config) => { config.set({ … }) }`: the configuration is handed to what the function was given. */
  #handedOver(body: NodeOf<'BlockStatement'>, parameter: string | undefined, scope: Scope): ObjectPlace[] | Blocked {
    const calls = body.body.flatMap((statement) => {
      const call = statement.type === 'ExpressionStatement' ? statement.expression : undefined;
      if (call?.type !== 'CallExpression' || call.callee.type !== 'MemberExpression') return [];
      const { object } = call.callee;
      return object.type === 'Identifier' && object.name === parameter && call.arguments.length === 1 ? [call] : [];
    });
    const [only, ...more] = calls;
    const argument = only?.arguments[0];
    if (!argument || more.length > 0) return blocked('the function returns nothing', body);
    const places = this.objects(argument, scope);
    if (isBlocked(places) || places.every((place) => this.#looksRight(place))) return places;
    return blocked('the function returns nothing', body);
  }

  #either(one: Node, other: Node, scope: Scope): ObjectPlace[] | Blocked {
    const first = this.objects(one, scope);
    if (isBlocked(first)) return first;
    const second = this.objects(other, scope);
    if (isBlocked(second)) return second;
    return [...first, ...second.filter((place) => first.every((known) => known.node !== place.node))];
  }

  #lookup(identifier: Node, scope: Scope): Placed<Node> | Blocked {
    return lookUp(this.#script, identifier, scope, this.#firstKey());
  }

  #localFunction(callee: Node, scope: Scope): Placed<FunctionNode> | undefined {
    const value = this.#lookup(callee, scope);
    if (isBlocked(value)) return undefined;
    const node = bare(value.node);
    return isFunction(node) ? { node, scope: value.scope } : undefined;
  }

  #looksRight({ node }: ObjectPlace): boolean {
    const keys = new Set(this.#address.keys ?? []);
    return node.properties.some((property) => {
      const name = property.type === 'Property' ? keyName(property.key, property.computed) : undefined;
      return name !== undefined && keys.has(name);
    });
  }

  #firstKey(): string {
    return this.#address.pointer.split('/')[1] ?? '';
  }
}

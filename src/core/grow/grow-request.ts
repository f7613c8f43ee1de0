import type { AlikePart } from '../joints/growth.ts';
import type { ScaleWish } from './theme/type-scale.ts';

/** What is asked for: a part like others, in one workspace. */
export interface AlikeRequest {
  part: AlikePart;
  /** As it was given: `SeedSwap`, `seed-swap` or "Seed swap"; of what has an address it may be that. */
  name: string;
  /** Of what has one; begins with a slash. By its name where nothing is said. */
  address?: string | undefined;
  /** Of what is asked in turn: the one that it goes before, by its name. */
  before?: string | undefined;
  /** It is loaded only when it is shown. */
  lazy?: boolean | undefined;
  /** A link is put where the app's navigation is. */
  link?: boolean | undefined;
  /** The folder of the workspace. */
  workspace: string;
}

/** What is asked for: a value of a workspace's theme. */
export type ThemeRequest = { workspace: string } & (
  | { part: 'colour'; name: string; value: string }
  | { part: 'font'; family: string }
  | { part: 'container'; name: string; width: string }
  | { part: 'type-scale'; scale: ScaleWish }
);

/** What is asked for: a layout around some pages, by their addresses. */
export interface LayoutRequest {
  part: 'layout';
  name: string;
  around: readonly string[];
  workspace: string;
}

/** What is asked for: a `meta` element in the head of every page. */
export interface HeadTagRequest {
  part: 'head-tag';
  name: string;
  value: string;
  workspace: string;
}

/** What is asked for: pieces of a kit, by their names. */
export interface PieceRequest {
  part: 'piece';
  names: readonly string[];
  workspace: string;
}

/** What is asked for: a bundle of the app's own. */
export interface BundleRequest {
  part: 'bundle';
  name: string;
  /** What its pages are below; by its name where nothing is said. */
  address?: string | undefined;
  workspace: string;
}

/** What is asked for: a page that lists what there is of an entity. */
export interface ListRequest {
  part: 'list-page';
  /** The entity's name: `Plot`. */
  name: string;
  /** Begins with a slash; by the entity's name where nothing is said. */
  address?: string | undefined;
  /** A link is put where the app's navigation is. */
  link?: boolean | undefined;
  workspace: string;
}

export type GrowRequest =
  AlikeRequest | BundleRequest | ListRequest | LayoutRequest | ThemeRequest | PieceRequest | HeadTagRequest;
export type Part = GrowRequest['part'];

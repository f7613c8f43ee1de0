import semver from 'semver';
import { inRange } from './versions.ts';
import type { ProjectEngines } from './question.ts';

// Lines of Node.js with long-term support have even numbers: nobody asks for others by saying ">=18".
const LINES = Array.from({ length: 20 }, (_, index) => 2 * index + 4);

/**
 * Whether a package (its own `engines`) runs on all that a project says it runs on. A part of the project's range that names a whole line,
 * as `20.x`, means the latest of it, or the one at hand.
 */
export function coversEngines(wanted: string, { range }: ProjectEngines, node: string | undefined): boolean {
  return range.split('||').every((part) => versionsOf(part.trim(), node).every((version) => inRange(version, wanted)));
}

/** The versions by which a part of a range is judged: for each line in it the lowest and the latest. */
function versionsOf(part: string, node: string | undefined): string[] {
  if (semver.validRange(part) === null) return [];
  const line = /^[v=^~]?\s*(\d+)(?:\.[x*])?(?:\.[x*])?$/i.exec(part)?.[1];
  if (line !== undefined) return [latestOf(Number(line), part, node)];
  const lowest = semver.minVersion(part)?.version;
  const lines = LINES.filter((major) => semver.intersects(`${String(major)}.x`, part));
  return [...(lowest === undefined ? [] : [lowest]), ...lines.map((major) => latestOf(major, part, node))].filter(
    (version) => inRange(version, part),
  );
}

function latestOf(major: number, part: string, node: string | undefined): string {
  if (node !== undefined && semver.major(node) === major && inRange(node, part)) return node;
  return `${String(major)}.999.999`;
}

import path from 'node:path';
import type { Edit } from '../../edits/edit.ts';
import type { XmlElement } from '../../formats/xml/document.ts';
import { EXIT, Problem } from '../../problem.ts';
import type { Reader } from '../../ports.ts';
import { positionAt } from '../../text/positions.ts';
import { decode, readText } from '../../text/utf8.ts';
import type { DeclaredPackage, Ecosystem, PackageMove, Project } from '../ecosystem.ts';
import { MAVEN } from '../marks.ts';
import { memberFolders } from '../member-folders.ts';

const MANIFEST = 'pom.xml';
// A dependency whose version a parent or an imported list of versions tells has none of its own.
const MANAGED = '';

/** Projects of Java, by Maven's project object model (POM reference 4.0.0). */
export const maven: Ecosystem = {
  setsRange: (edit) => maven.packageOf(edit) !== undefined,
  ...MAVEN,
  title: 'Maven',
  readOnly: true,
  async members(reader, root) {
    const project = await readPom(reader, root, MANIFEST);
    const modules = project ? childrenAt(project, ['modules', 'module']).map((one) => one.text.trim()) : [];
    return memberFolders(reader, root, modules, MAVEN);
  },
  namesMembers: (reader, root) => (readText(reader, path.join(root, MANIFEST)) ?? '').includes('<modules>'),
  async read(reader, root, folder) {
    const file = path.posix.normalize(path.posix.join(folder, MANIFEST));
    const project = await readPom(reader, root, file);
    return project && projectOf(project, file);
  },
  edits: (project, moves) => moves.map((move) => dependencyEdit(project, move)),
  packageOf({ format, operation }) {
    if (format !== 'xml' || operation.op !== 'element' || operation.name !== 'dependency') return undefined;
    const { groupId, artifactId } = operation.content;
    return typeof groupId === 'string' && typeof artifactId === 'string' ? `${groupId}:${artifactId}` : undefined;
  },
  broughtVersion: () => undefined,
};

/** The root element of a project. Undefined where there is no such file; a Problem (status 2) with its place where it is broken. */
async function readPom(reader: Reader, root: string, file: string): Promise<XmlElement | undefined> {
  const bytes = reader.read(path.join(root, file));
  if (!bytes) return undefined;
  const text = decode(bytes);
  if (text === undefined) throw broken(file, 'it is not UTF-8 text');
  const { readXml } = await import('../../formats/xml/document.ts');
  const read = readXml(text);
  if ('reason' in read) throw broken(file, read.reason, positionAt(text, read.at));
  if (read.name !== 'project') throw broken(file, `it begins with <${read.name}> and not with <project>`);
  return read;
}

function broken(file: string, why: string, at: { line?: number; column?: number } = {}): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `${file} cannot be read as a Maven project`,
    where: { file, ...at },
    why,
    next: 'Fix the manifest, then run the command again.',
  });
}

function projectOf(project: XmlElement, file: string): Project {
  const properties = propertiesOf(project);
  const fill = (text: string): string =>
    text.replaceAll(/\$\{([^}]+)\}/g, (whole, name: string) => properties.get(name) ?? whole);
  const packages = childrenAt(project, ['dependencies', 'dependency']).map((one): DeclaredPackage => {
    const written = textAt(one, 'version') ?? MANAGED;
    const name = `${textAt(one, 'groupId') ?? ''}:${textAt(one, 'artifactId') ?? ''}`;
    // Without a scope it is one of `compile` (POM reference, "Dependency Scope").
    return { name, written, range: fill(written), section: textAt(one, 'scope') ?? 'compile' };
  });
  const release = releaseOf(project, properties);
  return {
    ecosystem: 'maven',
    file,
    name: textAt(project, 'artifactId'),
    platform: release === undefined ? undefined : { name: 'Java', range: fill(release) },
    packages,
    framework: frameworkOf(project, packages, fill),
  };
}

/** The release of Java that is compiled for: by the usual properties, else by the compiler plugin's own configuration. */
function releaseOf(project: XmlElement, properties: ReadonlyMap<string, string>): string | undefined {
  for (const name of ['maven.compiler.release', 'java.version', 'maven.compiler.source', 'maven.compiler.target'])
    if (properties.has(name)) return properties.get(name);
  const plugin = childrenAt(project, ['build', 'plugins', 'plugin']).find(
    (one) => textAt(one, 'artifactId') === 'maven-compiler-plugin',
  );
  const [configuration] = plugin ? childrenAt(plugin, ['configuration']) : [];
  return configuration && (textAt(configuration, 'release') ?? textAt(configuration, 'source'));
}

// Told by the parent, else by a package of the framework's own group.
const FRAMEWORKS: readonly (readonly [string, string])[] = [
  ['org.springframework.boot', 'Spring Boot'],
  ['io.quarkus', 'Quarkus'],
  ['io.micronaut', 'Micronaut'],
];

function frameworkOf(
  project: XmlElement,
  packages: readonly DeclaredPackage[],
  fill: (text: string) => string,
): Project['framework'] {
  const [parent] = childrenAt(project, ['parent']);
  const lists = childrenAt(project, ['dependencyManagement', 'dependencies', 'dependency']);
  for (const [group, name] of FRAMEWORKS) {
    const holder = [...(parent ? [parent] : []), ...lists].find((one) =>
      isOfGroup(fill(textAt(one, 'groupId') ?? ''), group),
    );
    const own = packages.find((one) => isOfGroup(one.name.split(':')[0] ?? '', group));
    const version = holder === undefined ? own?.range : textAt(holder, 'version');
    if (holder || own) return { name, version: version === undefined || version === '' ? undefined : fill(version) };
  }
  return undefined;
}

function isOfGroup(name: string, group: string): boolean {
  return name === group || name.startsWith(`${group}.`);
}

function propertiesOf(project: XmlElement): Map<string, string> {
  const own = new Map<string, string>();
  for (const name of ['version', 'groupId', 'artifactId']) {
    const text = textAt(project, name);
    if (text !== undefined) own.set(`project.${name}`, text);
  }
  for (const section of childrenAt(project, ['properties']))
    for (const { name, text } of section.children) own.set(name, text.trim());
  return own;
}

function childrenAt(element: XmlElement, names: readonly string[]): XmlElement[] {
  const [name, ...rest] = names;
  if (name === undefined) return [element];
  return element.children.filter((child) => child.name === name).flatMap((child) => childrenAt(child, rest));
}

function textAt(element: XmlElement, name: string): string | undefined {
  return childrenAt(element, [name])[0]?.text.trim();
}

const PATH = ['project', 'dependencies'];

/** The edit by which a dependency moves; a version that stands in a property is raised there. */
function dependencyEdit({ file, packages }: Project, move: PackageMove): Edit {
  const [groupId = '', artifactId = ''] = move.name.split(':');
  const declared = packages.find(({ name }) => name === move.name);
  const key = ['groupId', 'artifactId'];
  if (move.move === 'raise') {
    const property = /^\$\{([^}]+)\}$/.exec(declared?.written ?? '')?.[1];
    const at =
      property === undefined
        ? [...PATH, { name: 'dependency', where: { groupId, artifactId } }, 'version']
        : ['project', 'properties', property];
    const replace = property === undefined ? declared?.written : declared?.range;
    return { file, format: 'xml', operation: { op: 'text', path: at, value: move.range, replace } };
  }
  const range = move.move === 'put' ? move.range : (declared?.written ?? MANAGED);
  const scope = move.move === 'put' ? move.section : (declared?.section ?? 'compile');
  const content = {
    groupId,
    artifactId,
    ...(range === MANAGED ? {} : { version: range }),
    ...(scope === 'compile' ? {} : { scope }),
  };
  const element = { path: PATH, name: 'dependency', key, content };
  return move.move === 'put'
    ? { file, format: 'xml', operation: { op: 'element', ...element, any: true } }
    : { file, format: 'xml', operation: { op: 'drop-element', ...element } };
}

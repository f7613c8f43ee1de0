import type { Edit } from '../../edits/edit.ts';
import path from 'node:path';
import { parseJson } from '../../formats/json/json.ts';
import { joinPointer } from '../../formats/json-pointer.ts';
import { recordOf } from '../../records.ts';
import type { Joint } from '../../joints/joint.ts';
import { bootJoint } from '../../joints/boot-joint.ts';
import { blockedJoint } from '../../joints/joint.ts';
import { pageHeadJoint } from '../../joints/head-joint.ts';
import { packageJoints } from '../../joints/package-joints.ts';
import { dataPostcssJoint } from '../../joints/postcss-joint.ts';
import { sheetJoint } from '../../joints/sheet-joint.ts';
import type { Ground, StackReading } from '../../joints/ground.ts';
import { pickSheet } from '../../joints/own-sheet.ts';

import { environments, type BuildTarget } from './environments.ts';

const FILE = 'angular.json';

interface Project extends BuildTarget {
  name: string;
  /** The options of its build. */
  values: Record<string, unknown>;
}

/** The joints of an app built with Angular (its docs: "Workspace configuration"). */
export async function readAngular(ground: Ground): Promise<StackReading> {
  const project = findProject(ground);
  const told = project && environments(ground, ground.inHost(FILE), project);
  const builder = ground.versionOf('@angular/build') ?? ground.versionOf('@angular-devkit/build-angular');
  return {
    joints: [
      dataPostcssJoint(ground, ['postcss.config.json', '.postcssrc.json']),
      stylesJoint(ground, project),
      ...(project ? pageHeadJoint(ground, ground.inHost(pageOf(project))) : []),
      ...(told ? [told.joint] : []),
      ...(await packageJoints(ground)),
    ],
    absent: {
      'app.boot': 'takes style sheets by its own file angular.json, and compiles them itself',
      'bundler.plugins': 'has no list of plugins for its bundler',
      'app.screen': 'shows its first component by its selector in the page',
    },
    traits: {
      sheets: ['scss', 'sass'],
      sources: ['ts'],
      runtime: 'browser',
      outputs: ['dist', '.angular', 'out-tsc', 'coverage'],
      bundler: builder === undefined ? undefined : { name: '@angular/build', version: builder },
      folder: project?.sourceRoot ?? 'src',
      ...(project
        ? {
            serve: { folder: outputFolder(project) },
            publicEnvironment: told?.environment,
            proofBoot: bootJoint(ground, ground.inHost(entryOf(project)), 'the entry'),
          }
        : {}),
    },
  };
}

/** The application that is built: the only one, or the one that lies in the workspace's own folder. */
function findProject(ground: Ground): Project | undefined {
  const file = ground.inHost(FILE);
  const parsed = parseJson(ground.text(file) ?? '', file);
  if ('fault' in parsed) return undefined;
  const projects = Object.entries(recordOf(recordOf(ground.json(file)).projects))
    .map(([name, value]) => ({ name, value: recordOf(value) }))
    .filter(({ value }) => value.projectType !== 'library');
  const [only, ...more] = projects;
  const found = more.length === 0 ? only : projects.find(({ value }) => value.root === '' || value.root === '.');
  if (!found) return undefined;
  const targets = found.value.architect === undefined ? 'targets' : 'architect';
  const build = recordOf(recordOf(found.value[targets]).build);
  const { sourceRoot } = found.value;
  return {
    name: found.name,
    pointer: ['projects', found.name, targets, 'build'],
    build,
    values: recordOf(build.options),
    sourceRoot: typeof sourceRoot === 'string' && sourceRoot !== '' ? sourceRoot : 'src',
  };
}

function stylesJoint(ground: Ground, project: Project | undefined): Joint {
  const file = ground.inHost(FILE);
  if (!project) {
    return blockedJoint('styles.global', file, 'its projects', {
      reason: 'it has several applications, and none of them lies in this folder',
      handwork: `Add the style sheet to the "styles" of the application in ${file} that it is for.`,
    });
  }
  const styles = Array.isArray(project.values.styles) ? (project.values.styles as unknown[]) : [];
  const listed = styles.flatMap((one) => {
    const input = typeof one === 'string' ? one : recordOf(one).input;
    return typeof input === 'string' ? [ground.inHost(input)] : [];
  });
  const { sheet, passedOver } = pickSheet(ground, listed);
  const fresh = [`${project.sourceRoot}/styles.css`, `${project.sourceRoot}/site.css`];
  const name = fresh.find((one) => !ground.has(ground.inHost(one))) ?? `${project.sourceRoot}/global.css`;
  const target = sheet ?? ground.inHost(name);
  const pointer = joinPointer([...project.pointer, 'options', 'styles']);
  const load: Edit[] =
    sheet === undefined ? [{ file, format: 'json', operation: { op: 'add', pointer, value: name } }] : [];
  return sheetJoint({ ground, sheet, target, load, by: file, passedOver });
}

/** The page that the app is shown in (the builder's option `index`). */
function pageOf({ values, sourceRoot }: Project): string {
  const { index } = values;
  const input = typeof index === 'string' ? index : recordOf(index).input;
  return typeof input === 'string' ? input : path.posix.join(sourceRoot, 'index.html');
}

/** The module that the app starts from (the builder's option `browser`, `main` before it). */
function entryOf({ values, sourceRoot }: Project): string {
  const { browser = values.main } = values;
  return typeof browser === 'string' ? browser : path.posix.join(sourceRoot, 'main.ts');
}

/**
 * Where the builder puts the app: the folder of its option `outputPath`, in a folder of its own for the browser's part. The builder
 * that is only for browsers (its name ends in `:browser`) makes no such part.
 */
function outputFolder({ name, build, values }: Project): string {
  const { outputPath } = values;
  const parts = recordOf(outputPath);
  const base =
    typeof outputPath === 'string' ? outputPath : typeof parts.base === 'string' ? parts.base : `dist/${name}`;
  if (typeof build.builder === 'string' && /:browser(-esbuild)?$/.test(build.builder)) return base;
  return path.posix.join(base, typeof parts.browser === 'string' ? parts.browser : 'browser');
}

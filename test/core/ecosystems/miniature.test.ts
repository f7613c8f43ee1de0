import { describe, expect, it } from 'vitest';
import { composer } from '../../../src/core/ecosystems/composer/composer.ts';
import type { Ecosystem, PackageMove, Project } from '../../../src/core/ecosystems/ecosystem.ts';
import { maven } from '../../../src/core/ecosystems/maven/maven.ts';
import { npm } from '../../../src/core/ecosystems/npm/npm.ts';
import { VERSIONS } from '../../../src/core/ecosystems/versions.ts';
import { editText } from '../../../src/core/formats/formats.ts';
import { findHost } from '../../../src/core/survey/host.ts';
import { DEFAULT_STYLE } from '../../../src/core/text/code-style.ts';
import { memoryReader } from '../../support/memory-reader.ts';

const COMPOSER = `{
    "name": "garden/society",
    "require": {
        "php": ">=8.2",
        "ext-ctype": "*",
        "doctrine/orm": "^3.5",
        "symfony/framework-bundle": "7.4.*"
    },
    "require-dev": {
        "phpunit/phpunit": "^11.5"
    }
}
`;
const COMPOSER_LOCK = '{"packages":[{"name":"symfony/framework-bundle","version":"v7.4.23"}],"packages-dev":[]}';

const POM = `<?xml version="1.0" encoding="UTF-8"?>
<project xmlns="http://maven.apache.org/POM/4.0.0">
\t<modelVersion>4.0.0</modelVersion>
\t<parent>
\t\t<groupId>org.springframework.boot</groupId>
\t\t<artifactId>spring-boot-starter-parent</artifactId>
\t\t<version>3.5.1</version>
\t</parent>
\t<artifactId>society</artifactId>
\t<properties>
\t\t<java.version>21</java.version>
\t\t<jwt.version>0.12.5</jwt.version>
\t</properties>
\t<dependencies>
\t\t<dependency>
\t\t\t<groupId>org.springframework.boot</groupId>
\t\t\t<artifactId>spring-boot-starter-web</artifactId>
\t\t</dependency>
\t\t<!-- tokens of members -->
\t\t<dependency>
\t\t\t<groupId>io.jsonwebtoken</groupId>
\t\t\t<artifactId>jjwt-api</artifactId>
\t\t\t<version>\${jwt.version}</version>
\t\t</dependency>
\t</dependencies>
</project>
`;

async function projectOf(ecosystem: Ecosystem, files: Record<string, string>): Promise<Project> {
  const project = await ecosystem.read(memoryReader(files), '/host', '.');
  if (!project) throw new Error('no project');
  return project;
}

/** The manifest's text after some moves. */
async function moved(ecosystem: Ecosystem, project: Project, text: string, moves: PackageMove[]): Promise<string> {
  let current = text;
  for (const edit of ecosystem.edits(project, moves)) {
    const outcome = await editText(current, edit, { file: edit.file, style: DEFAULT_STYLE });
    if (outcome.kind === 'refused') throw new Error(outcome.refusal.reason);
    if (outcome.kind === 'edited') current = outcome.text;
  }
  return current;
}

describe('a manifest of Composer', () => {
  it('says what the project is, runs on and requires', async () => {
    const project = await projectOf(composer, { 'composer.json': COMPOSER, 'composer.lock': COMPOSER_LOCK });
    expect(project).toMatchObject({
      ecosystem: 'composer',
      file: 'composer.json',
      name: 'garden/society',
      platform: { name: 'PHP', range: '>=8.2' },
      framework: { name: 'Symfony', version: '7.4.23' },
    });
    expect(project.packages.map(({ name, section }) => `${section} ${name}`)).toEqual([
      'require doctrine/orm',
      'require symfony/framework-bundle',
      'require-dev phpunit/phpunit',
    ]);
  });

  it('gets a package, has one raised, and is as it was when it goes', async () => {
    const project = await projectOf(composer, { 'composer.json': COMPOSER });
    const put: PackageMove = { move: 'put', name: 'phpstan/phpstan', range: '^2.1', section: 'require-dev' };
    const text = await moved(composer, project, COMPOSER, [put]);
    expect(text).toContain('        "phpstan/phpstan": "^2.1",\n        "phpunit/phpunit": "^11.5"\n');
    const raised = await moved(composer, project, COMPOSER, [{ move: 'raise', name: 'doctrine/orm', range: '^3.6' }]);
    expect(raised).toBe(COMPOSER.replace('"^3.5"', '"^3.6"'));
    const after = await projectOf(composer, { 'composer.json': text });
    expect(await moved(composer, after, text, [{ move: 'take out', name: 'phpstan/phpstan' }])).toBe(COMPOSER);
  });

  it('that is no JSON is refused with its place', async () => {
    const broken = projectOf(composer, { 'composer.json': '{\n  "name": garden\n}' });
    await expect(broken).rejects.toMatchObject({ parts: { where: { file: 'composer.json', line: 2 } } });
  });
});

describe('a project of Maven', () => {
  it('says what it is, runs on and requires', async () => {
    const project = await projectOf(maven, { 'pom.xml': POM });
    expect(project).toMatchObject({
      ecosystem: 'maven',
      name: 'society',
      platform: { name: 'Java', range: '21' },
      framework: { name: 'Spring Boot', version: '3.5.1' },
    });
    expect(project.packages).toMatchObject([
      { name: 'org.springframework.boot:spring-boot-starter-web', written: '', section: 'compile' },
      { name: 'io.jsonwebtoken:jjwt-api', written: '${jwt.version}', range: '0.12.5', section: 'compile' },
    ]);
  });

  it('gets a package, has one raised where its version stands, and is as it was when it goes', async () => {
    const project = await projectOf(maven, { 'pom.xml': POM });
    const name = 'org.junit.jupiter:junit-jupiter';
    const text = await moved(maven, project, POM, [{ move: 'put', name, range: '5.13.4', section: 'test' }]);
    expect(text).toContain(
      '\t\t<dependency>\n\t\t\t<groupId>org.junit.jupiter</groupId>\n\t\t\t<artifactId>junit-jupiter</artifactId>\n\t\t\t<version>5.13.4</version>\n\t\t\t<scope>test</scope>\n\t\t</dependency>\n\t</dependencies>',
    );
    const raise: PackageMove = { move: 'raise', name: 'io.jsonwebtoken:jjwt-api', range: '0.12.6' };
    expect(await moved(maven, project, POM, [raise])).toBe(POM.replace('0.12.5', '0.12.6'));
    const after = await projectOf(maven, { 'pom.xml': text });
    expect(await moved(maven, after, text, [{ move: 'take out', name }])).toBe(POM);
  });

  it('that is no XML is refused with its place', async () => {
    const broken = projectOf(maven, { 'pom.xml': '<project>\n<a></b>\n</project>' });
    await expect(broken).rejects.toMatchObject({ parts: { where: { file: 'pom.xml', line: 2 } } });
  });
});

describe('a manifest of npm', () => {
  it('gets a package, has one raised, and is as it was when it goes', async () => {
    const text = '{\n  "name": "web",\n  "dependencies": {\n    "vue": "^3.4.0"\n  }\n}\n';
    const project = await projectOf(npm, { 'package.json': text });
    const put: PackageMove = { move: 'put', name: 'pinia', range: '^3', section: 'dependencies' };
    const more = await moved(npm, project, text, [put]);
    expect(more).toContain('"pinia": "^3",\n    "vue"');
    expect(await moved(npm, project, text, [{ move: 'raise', name: 'vue', range: '^3.5.0' }])).toContain('"^3.5.0"');
    const after = await projectOf(npm, { 'package.json': more });
    expect(await moved(npm, after, more, [{ move: 'take out', name: 'pinia' }])).toBe(text);
  });
});

describe('a host', () => {
  it('may be of several ecosystems at once, and has the modules of each', async () => {
    const reader = memoryReader({
      'composer.json': '{"name":"garden/society","repositories":[{"type":"path","url":"packages/*"}]}',
      'package.json': '{"name":"assets","workspaces":["packages/*"]}',
      'packages/seeds/composer.json': '{"name":"garden/seeds"}',
      'packages/theme/package.json': '{"name":"theme"}',
      'vendor/other/thing/composer.json': '{"name":"other/thing"}',
    });
    const host = await findHost(reader, '/host/packages/seeds');
    expect(host.root).toBe('/host');
    expect(host.workspaces.map(({ folder, projects }) => [folder, projects.map((one) => one.ecosystem)])).toEqual([
      ['.', ['npm', 'composer']],
      ['packages/seeds', ['composer']],
      ['packages/theme', ['npm']],
    ]);
  });
});

describe('constraints of Composer', () => {
  const { satisfies, compare, lowest } = VERSIONS.composer;
  it.each([
    ['^1.2.3', ['1.2.3', '1.9.0'], ['1.2.2', '2.0.0', '2.0.0-beta1']],
    ['^0.3', ['0.3.0', '0.3.9'], ['0.4.0', '0.2.9']],
    ['^0.0.3', ['0.0.3'], ['0.0.4']],
    ['~1.2', ['1.2.0', '1.9.9'], ['2.0.0', '1.1.9']],
    ['~1.2.3', ['1.2.3', '1.2.9'], ['1.3.0']],
    ['7.4.*', ['7.4.0', '7.4.23'], ['7.5.0', '7.3.9']],
    ['>=8.2', ['8.2.0', '9.0.0'], ['8.1.9']],
    ['>=1.0 <1.1 || >=1.2', ['1.0.5', '1.2.0'], ['1.1.0']],
    ['1.0 - 2.0', ['1.0.0', '2.0.9'], ['2.1.0', '0.9.0']],
    ['1.0.0 - 2.1.0', ['2.1.0'], ['2.1.1']],
    ['!=1.5.0,^1.4', ['1.4.0', '1.6.0'], ['1.5.0']],
    ['v2.1', ['2.1.0'], ['2.1.1']],
    ['^2.0@beta', ['2.0.0', '2.4.1'], ['3.0.0']],
    ['*', ['0.0.1', '9.9.9'], []],
    ['dev-main', ['dev-main'], ['1.0.0']],
  ])('%s', (range, within, without) => {
    for (const version of within) expect(satisfies(version, range), `${version} in ${range}`).toBe(true);
    for (const version of without) expect(satisfies(version, range), `${version} in ${range}`).toBe(false);
  });

  it('order versions by numbers, then by how stable they are', () => {
    const sorted = [
      '1.0.0',
      '1.0.0-RC1',
      '0.9',
      '1.0.0-beta2',
      '1.0.0-beta10',
      '1.0.0-alpha',
      '1.0.0-patch1',
      '1.0.1-dev',
    ];
    expect(sorted.sort(compare)).toEqual([
      '0.9',
      '1.0.0-alpha',
      '1.0.0-beta2',
      '1.0.0-beta10',
      '1.0.0-RC1',
      '1.0.0',
      '1.0.0-patch1',
      '1.0.1-dev',
    ]);
    expect(lowest('^3.5 || ^4.0')).toBe('3.5.0');
  });
});

describe('versions of Maven', () => {
  const { satisfies, compare } = VERSIONS.maven;
  it('are ordered as Maven orders them', () => {
    const sorted = [
      '1.0',
      '1.0-SNAPSHOT',
      '1.0-alpha-1',
      '1.0-rc1',
      '1.0-milestone-2',
      '1.0.1',
      '1.10',
      '1.9',
      '1.0-sp',
    ];
    expect(sorted.sort(compare)).toEqual([
      '1.0-alpha-1',
      '1.0-milestone-2',
      '1.0-rc1',
      '1.0-SNAPSHOT',
      '1.0',
      '1.0-sp',
      '1.0.1',
      '1.9',
      '1.10',
    ]);
    expect(compare('1.0.0', '1')).toBe(0);
  });

  it.each([
    ['[1.0,2.0)', ['1.0', '1.9'], ['2.0', '0.9']],
    ['(,1.0],[1.2,)', ['0.5', '1.0', '1.2'], ['1.1']],
    ['[1.5]', ['1.5'], ['1.6']],
  ])('are in %s or not', (range, within, without) => {
    for (const version of within) expect(satisfies(version, range)).toBe(true);
    for (const version of without) expect(satisfies(version, range)).toBe(false);
  });
});

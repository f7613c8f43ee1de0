import type { XmlElement } from './document.ts';

/** In which order the elements of a Maven project stand (Maven Code Style, "POM Code Convention"; POM schema 4.0.0). */
export const POM_ORDER: Record<string, string[]> = {
  project: [
    ...['modelVersion', 'parent', 'groupId', 'artifactId', 'version', 'packaging', 'name', 'description', 'url'],
    ...['inceptionYear', 'organization', 'licenses', 'developers', 'contributors', 'mailingLists', 'prerequisites'],
    ...['modules', 'scm', 'issueManagement', 'ciManagement', 'distributionManagement', 'properties'],
    ...['dependencyManagement', 'dependencies', 'repositories', 'pluginRepositories', 'build', 'reporting', 'profiles'],
  ],
  dependency: [
    'groupId',
    'artifactId',
    'version',
    'type',
    'classifier',
    'scope',
    'systemPath',
    'exclusions',
    'optional',
  ],
  build: [
    ...['sourceDirectory', 'scriptSourceDirectory', 'testSourceDirectory', 'outputDirectory', 'testOutputDirectory'],
    ...['extensions', 'defaultGoal', 'resources', 'testResources', 'directory', 'finalName', 'filters'],
    ...['pluginManagement', 'plugins'],
  ],
  plugin: [
    'groupId',
    'artifactId',
    'version',
    'extensions',
    'executions',
    'dependencies',
    'inherited',
    'configuration',
  ],
  execution: ['id', 'phase', 'goals', 'inherited', 'configuration'],
};

/** Whether a document is a Maven project; other tools have a root of that name too. */
export function isMavenProject({ name, children }: XmlElement): boolean {
  return name === 'project' && children.some((child) => child.name === 'modelVersion');
}

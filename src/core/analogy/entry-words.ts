/** The members by which an entry in a table of routes says what is shown, in the routers of the frameworks (their docs: "Routes", "Route Object"). */
export const SHOWN_BY = ['component', 'Component', 'element', 'lazy', 'loadComponent', 'components'];

/** The members by which it says at which path; tables that apps read by themselves call it a route, too. */
export const PATHS = ['path', 'route'];

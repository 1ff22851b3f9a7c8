/** The streams on which open windows are told what has changed. */
export { checkRoles, openBrowser, setWindows } from './browser-streams';
export { tellWindow } from './window-events';

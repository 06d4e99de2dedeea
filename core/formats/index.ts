export { type EchoContent, readEchoFile, writeEchoFile } from './echoFile';
export type { FormatFault } from './fault';
export { readWorkspace, type Workspace, writeWorkspace } from './workspace';

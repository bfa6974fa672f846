/** What pages may ask of the frame. */
export interface ShellContext {
  openHelp: () => void;
}

import { join } from 'node:path'

type Environment = Readonly<Record<string, string | undefined>>

/** Where an operating system keeps its fonts, and its user's own; not all of them need exist. */
export function systemFontFolders(
  platform: string,
  environment: Environment,
  home: string,
): readonly string[] {
  if (platform === 'win32') {
    const { WINDIR = 'C:\\Windows', LOCALAPPDATA = join(home, 'AppData', 'Local') } = environment
    return [join(WINDIR, 'Fonts'), join(LOCALAPPDATA, 'Microsoft', 'Windows', 'Fonts')]
  }
  if (platform === 'darwin') {
    return ['/System/Library/Fonts', '/Library/Fonts', join(home, 'Library', 'Fonts')]
  }
  // XDG Base Directory Specification: data of the user before data of the system.
  const { XDG_DATA_HOME, XDG_DATA_DIRS } = environment
  const userData = XDG_DATA_HOME || join(home, '.local', 'share')
  const shared = (XDG_DATA_DIRS || '/usr/local/share:/usr/share').split(':')
  return [
    ...[userData, ...shared].filter(folder => folder !== '').map(folder => join(folder, 'fonts')),
    join(home, '.fonts'),
  ]
}

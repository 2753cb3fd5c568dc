/** The registered categories of the Desktop Menu Specification 1.1, appendix A. Others need a prefix. */
const registered = new Set(
  `AudioVideo Audio Video Development Education Game Graphics Network Office Science Settings System Utility
Building Debugger IDE GUIDesigner Profiling RevisionControl Translation Calendar ContactManagement Database
Dictionary Chart Email Finance FlowChart PDA ProjectManagement Presentation Spreadsheet WordProcessor
2DGraphics VectorGraphics RasterGraphics 3DGraphics Scanning OCR Photography Publishing Viewer TextTools
DesktopSettings HardwareSettings Printing PackageManager Dialup InstantMessaging Chat IRCClient Feed
FileTransfer HamRadio News P2P RemoteAccess Telephony TelephonyTools VideoConference WebBrowser WebDevelopment
Midi Mixer Sequencer Tuner TV AudioVideoEditing Player Recorder DiscBurning ActionGame AdventureGame
ArcadeGame BoardGame BlocksGame CardGame KidsGame LogicGame RolePlaying Shooter Simulation SportsGame
StrategyGame Art Construction Music Languages ArtificialIntelligence Astronomy Biology Chemistry
ComputerScience DataVisualization Economy Electricity Geography Geology Geoscience History Humanities
ImageProcessing Literature Maps Math NumericalAnalysis MedicalSoftware Physics Robotics Spirituality Sports
ParallelComputing Amusement Archiving Compression Electronics Emulator Engineering FileTools FileManager
TerminalEmulator Filesystem Monitor Security Accessibility Calculator Clock TextEditor Documentation Adult
Core KDE GNOME XFCE DDE GTK Qt Motif Java ConsoleOnly Screensaver TrayIcon Applet Shell COSMIC LXQt Trinity`.split(
    /\s+/,
  ),
)

const prefix = 'X-KeenLever-'

/** A category as a file may have it: one that is not registered gets our prefix. */
export function fileCategory(name: string): string {
  if (registered.has(name) || name.startsWith('X-')) return name
  return prefix + name.replace(/[^A-Za-z0-9-]/g, '-')
}

/** A category of a file as it is shown, without our prefix. */
export function plainCategory(name: string): string {
  return name.startsWith(prefix) ? name.slice(prefix.length) : name
}

/** How the browser of the stories is started. */
export const LAUNCHED = {
  executablePath: process.env['KANZEL_CHROMIUM'] ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--no-first-run'],
};

/** One with a microphone that hums, so that what is spoken in the field is recorded without anybody there. It has a camera too: only for stories that ask for none. */
export const WITH_MICROPHONE = {
  ...LAUNCHED,
  args: [...LAUNCHED.args, '--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'],
};

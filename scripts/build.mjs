import { brotliCompressSync, gzipSync } from 'node:zlib';
import { mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureInstalled, ensureNode, hashFiles, onceMade, ROOT, run } from './lib.mjs';

const PACKAGES = [
  'packages/core',
  'packages/formats',
  'packages/packs',
  'packages/contract',
  'packages/standins',
  'packages/world',
  'apps/server',
  'apps/demo',
];

const SWC = {
  jsc: {
    parser: { syntax: 'typescript', decorators: true },
    transform: { legacyDecorator: true, decoratorMetadata: true },
    target: 'es2022',
    keepClassNames: true,
    rewriteRelativeImportExtensions: true,
    experimental: { keepImportAttributes: true },
  },
  module: { type: 'es6' },
};

function sources(folder) {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) return name === 'testing' ? [] : sources(path);
    return /\.ts$/.test(name) && !/\.test\.ts$/.test(name) ? [path] : [];
  });
}

/** Compiles a package's src to dist, file by file. */
async function compile(name) {
  const { transformFile } = await import('@swc/core');
  const src = join(ROOT, name, 'src');
  const dist = join(ROOT, name, 'dist');
  rmSync(dist, { recursive: true, force: true });
  for (const file of sources(src)) {
    const { code } = await transformFile(file, { ...SWC, filename: file });
    const out = join(dist, relative(src, file).replace(/\.ts$/, '.js'));
    mkdirSync(dirname(out), { recursive: true });
    writeFileSync(out, code);
  }
}

/**
 * Makes one file of a package that is asked for by its index alone: every start, and every thread that makes a sheet, would wait
 * for some three hundred.
 */
async function inOne(name) {
  const { build: bundle } = await import('vite');
  const dist = join(ROOT, name, 'dist');
  const bundled = join(ROOT, name, 'bundled');
  await bundle({
    configFile: false,
    root: join(ROOT, name),
    logLevel: 'warn',
    build: { ssr: join(dist, 'index.js'), outDir: bundled, target: 'es2022', minify: false },
  });
  rmSync(dist, { recursive: true, force: true });
  renameSync(bundled, dist);
}

/** What is sent again and again is compressed once, when it is built. */
function compress(folder) {
  for (const name of readdirSync(folder)) {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) compress(path);
    else if (/\.(js|css|html|svg|json|webmanifest)$/.test(name)) {
      const contents = readFileSync(path);
      writeFileSync(`${path}.br`, brotliCompressSync(contents));
      writeFileSync(`${path}.gz`, gzipSync(contents, { level: 9 }));
    }
  }
}

/**
 * Lays the aircraft of the invented airfield beside the pages, as library files: an empty hangar offers them to look around with.
 * Certificates in them are counted from the day of the build, which the list names.
 */
async function layInvented(folder) {
  const built = (name) => import(pathToFileURL(join(ROOT, name, 'dist/index.js')).href);
  const { fleetFiles } = await built('packages/world');
  const { readLibraryFile } = await built('packages/packs');
  const today = new Date();
  mkdirSync(folder, { recursive: true });
  const list = fleetFiles(today).map(([name, text]) => {
    writeFileSync(join(folder, name), text);
    const read = readLibraryFile(name, text);
    if (!read.ok) throw new Error(`${name} is no library file: ${JSON.stringify(read.error)}`);
    const { mark, type, description } = read.value.value;
    return { file: name, mark, type, description };
  });
  const day = today.toISOString().slice(0, 10);
  writeFileSync(join(folder, 'list.json'), JSON.stringify({ day, aircraft: list }));
}

const LIBRARY_READ = 'packages/packs/dist/library-read.json';

/** Reads the library that ships once for all: it is most of what a start would wait for. */
async function readLibrary() {
  // What was laid by an earlier build must not tell this one what is so.
  rmSync(join(ROOT, LIBRARY_READ), { force: true });
  const packs = await import(pathToFileURL(join(ROOT, 'packages/packs/dist/index.js')).href);
  const read = packs.readAtBuild(packs.readLibraryFolder(packs.BUILT_IN_LIBRARY));
  writeFileSync(join(ROOT, LIBRARY_READ), JSON.stringify(read));
}

/** Builds what changed since it was last built: the packages and the server, then the web application. */
export async function build({ web: withWeb = true } = {}) {
  const server = hashFiles([...PACKAGES.map((p) => `${p}/src`), 'scripts/build.mjs']);
  const entry = (name) => (name === 'apps/demo' ? 'main.js' : 'index.js');
  await onceMade(
    'built-server',
    server,
    PACKAGES.map((p) => `${p}/dist/${entry(p)}`),
    async () => {
      await Promise.all(PACKAGES.map(compile));
      await inOne('packages/core');
    },
  );
  const library = hashFiles(['packages/core/src', 'packages/packs', 'scripts/build.mjs']);
  await onceMade('read-library', library, [LIBRARY_READ], readLibrary);
  if (!withWeb) return;
  const web = hashFiles([
    'packages/core/src',
    'packages/contract/src',
    'packages/formats/src',
    'packages/packs/src',
    'packages/world/src',
    'scripts/build.mjs',
    'apps/web',
    'package-lock.json',
  ]);
  const page = 'apps/web/dist/index.html';
  await onceMade('built-web', web, [page, `${page}.br`], async () => {
    run('npx', ['vite', 'build', '--logLevel', 'warn'], { cwd: join(ROOT, 'apps/web') });
    await layInvented(join(ROOT, 'apps/web/dist/invented'));
    compress(join(ROOT, 'apps/web/dist'));
  });
}

if (process.argv[1] === new URL(import.meta.url).pathname) {
  ensureNode();
  ensureInstalled();
  await build();
}

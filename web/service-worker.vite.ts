import { createHash } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import { join, relative } from "node:path";
import { build, type Plugin } from "vite";

/** Made of a file's name where it has a hash in it; its content's digest where it has none. */
function revised(root: string, file: string) {
  const url = `/${relative(root, file)}`;
  const hashed = url.startsWith("/assets/");
  const digest = () => createHash("sha256").update(readFileSync(file)).digest("hex").slice(0, 16);
  return { url, revision: hashed ? null : digest() };
}

/** Builds the service worker after the app, with the list of the files that it keeps. */
export function serviceWorker(entry: string): Plugin {
  let root = "";
  return {
    name: "service-worker",
    apply: "build",
    configResolved: (config) => {
      root = join(config.root, config.build.outDir);
    },
    closeBundle: {
      sequential: true,
      async handler() {
        const files = readdirSync(root, { recursive: true, withFileTypes: true })
          .filter((one) => one.isFile())
          .map((one) => revised(root, join(one.parentPath, one.name)))
          .sort((one, other) => one.url.localeCompare(other.url));
        await build({
          configFile: false,
          logLevel: "warn",
          publicDir: false,
          define: {
            FILES: JSON.stringify(files),
            "process.env.NODE_ENV": JSON.stringify("production"),
          },
          build: {
            outDir: root,
            emptyOutDir: false,
            target: "es2022",
            rollupOptions: {
              input: entry,
              output: { format: "iife", entryFileNames: "service-worker.js" },
            },
          },
        });
      },
    },
  };
}

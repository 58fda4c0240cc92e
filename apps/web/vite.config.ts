import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

const server = `http://127.0.0.1:${process.env.LEVITAS_PORT ?? 4873}`;

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { conditions: ["levitas-source", "module", "browser", "development|production"] },
  // Nothing inlined: the content security policy takes fonts from files only.
  build: {
    target: "es2022",
    assetsInlineLimit: 0,
    sourcemap: true,
    reportCompressedSize: false,
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      // How long parts of it took is no news to whoever starts the program.
      checks: { bundlerTimings: false },
      output: {
        codeSplitting: {
          groups: [
            {
              // The same for what all screens are made of.
              name: "ui",
              test: /node_modules\/nanoid|apps\/web\/src\/bring\/(bringing|useDropped)|live\/posesOf|format\/(?:css\/css(?:Number|Choices)|tokens\/namedCurve|live\/answers|curveText\/conversionForms|handoff\/(?:transitionPoses|leverOf))|apps\/web\/src\/(ui|clock|theme)\/(?!LiveNumber|Combobox|useTypedAhead|useDragSession|useSliderDrag|color\/ColorPicker|NoticeToast|Tick|PanelBody|MenuBody|MenuItems|quantityReader)/,
            },
            {
              // What whatever moves needs of the core in one piece: fifty small ones compress worse.
              name: "core",
              // What only panels on demand ask for comes with them.
              test: /format\/css\/(cssProperties|moved)|packages\/core\/src\/(curve|fault|motion|study|timeline|value)\/(?!(?:\w+\/)?(blocks|liveFields|channelReadings|overlaps|duplicateFigure|nesting|guides|budget|busy|readClipboard|checkStudy|joinPath|followers|groups|items|loops|mendOverlap|parseCurve|pathData|svgTransform|bezierFit|spacePoints|samples|quantity|typedTime|changedThing|readCall|recipe|recipeStock|reverseCurve|sharedCurves|paste|untangle|hsv|stillTime|thumbnail|twin|fitKeys|liveParts)\.ts)/,
            },
            {
              // How figures look: on every screen that shows one, and in what hand-offs write.
              name: "art",
              test: /packages\/core\/src\/art\//,
            },
            {
              // How a curve reads: on every card of a curve, where nothing is changed.
              name: "reading",
              test: /packages\/core\/src\/reading\/(?!samples)/,
            },
            {
              // What changes it is needed where something can be changed.
              name: "edit",
              test: /packages\/core\/src\/(edit|fit)\/(?!(?:\w+\/)?(blocks|liveFields|channelReadings|overlaps|duplicateFigure|nesting|guides|budget|busy|readClipboard|checkStudy|joinPath|followers|groups|items|loops|mendOverlap|parseCurve|pathData|svgTransform|bezierFit|spacePoints|samples|quantity|typedTime|changedThing|readCall|recipe|recipeStock|reverseCurve|sharedCurves|paste|untangle|hsv|stillTime|thumbnail|twin|fitKeys|liveParts)\.ts)/,
            },
            {
              // Small things of the bench that its panels on demand ask for too: alone each is mostly wrapping.
              name: "bench",
              test: /apps\/web\/src\/editor\/\w+\/(iterationWords|labels|bounds|sceneColors|outline|selection|rows|changes|freeName|markHere|CommandButton|copyKeys|TypedField|BenchContext|laneGeometry|span|findLayer|dropFollower|pathEditing|useKeyFinder)\.tsx?$/,
            },
          ],
        },
      },
    },
  },
  // In parts: a worker that writes a GIF does not read what writes video.
  worker: { format: "es" },
  server: {
    host: "127.0.0.1",
    port: 4874,
    proxy: {
      "/previews": { target: server, changeOrigin: true },
      "/api": {
        target: server,
        changeOrigin: true,
        // The server takes writes from its own pages only; in development this one stands in for it.
        configure: (proxy) =>
          proxy.on("proxyReq", (request) => request.setHeader("origin", server)),
      },
    },
  },
});

/** The shelf and the catalogue on the server. */

import { $api, answered, api, asForm, type Schemas } from "../../shared/api/client";

export type Tube = Schemas["TubeOut"];
export type TubeIn = Schemas["TubeIn"];
export type Paint = Schemas["PaintOut"];

export const tubesQuery = $api.queryOptions("get", "/api/materials/tubes");

export const paintsQuery = $api.queryOptions("get", "/api/materials/paints", {}, { staleTime: Infinity });

export const cautionsQuery = $api.queryOptions("get", "/api/materials/cautions");

export const addTube = (body: TubeIn) => answered(api.POST("/api/materials/tubes", { body }));

export const changeTube = (tube_id: number, body: TubeIn) =>
  answered(api.PUT("/api/materials/tubes/{tube_id}", { params: { path: { tube_id } }, body }));

export const removeTube = (tube_id: number) =>
  answered(api.DELETE("/api/materials/tubes/{tube_id}", { params: { path: { tube_id } } }));

export type ShelfRow = Schemas["ShelfRowOut"];

/** What a shelf file holds; with `keep` its good rows go on the shelf. */
export const readShelfFile = (text: string, keep: boolean) =>
  answered(api.POST("/api/materials/file", { body: { text, keep } }));

export const SHELF_FILE = "/api/materials/file";

export type Supply = Schemas["SupplyOut"];
export type SupplyItem = Supply["item"];

export const suppliesQuery = $api.queryOptions("get", "/api/materials/supplies");

export const supplyWordsQuery = $api.queryOptions(
  "get",
  "/api/materials/supplies/words",
  {},
  { staleTime: Infinity },
);

export const addSupply = (item: SupplyItem) =>
  answered(api.POST("/api/materials/supplies", { body: { item } }));

export const changeSupply = (supply_id: number, item: SupplyItem) =>
  answered(
    api.PUT("/api/materials/supplies/{supply_id}", { params: { path: { supply_id } }, body: { item } }),
  );

export const removeSupply = (supply_id: number) =>
  answered(api.DELETE("/api/materials/supplies/{supply_id}", { params: { path: { supply_id } } }));

export type Palette = Schemas["PaletteOut"];
export type PaletteFile = Schemas["PaletteFileOut"];

export const palettesQuery = $api.queryOptions("get", "/api/materials/palettes");

export const addPalette = (name: string, keys: string[]) =>
  answered(api.POST("/api/materials/palettes", { body: { name, keys } }));

export const changePalette = (palette_id: number, name: string, keys: string[]) =>
  answered(
    api.PUT("/api/materials/palettes/{palette_id}", {
      params: { path: { palette_id } },
      body: { name, keys },
    }),
  );

export const removePalette = (palette_id: number) =>
  answered(api.DELETE("/api/materials/palettes/{palette_id}", { params: { path: { palette_id } } }));

/** What a GIMP palette holds; with `keep` its paints become a palette. */
export const readPaletteFile = (text: string, keep: boolean) =>
  answered(api.POST("/api/materials/palettes/file", { body: { text, keep } }));

export type Readings = Schemas["ReadingsOut"];
export type Reading = Schemas["ReadingOut"];
export type Calibration = Schemas["CalibrationOut"];
export type How = Schemas["CalibrationIn"]["how"];

const ofTube = (tube_id: number) => ({ params: { path: { tube_id } } });

export const calibrationQuery = (tube_id: number) =>
  $api.queryOptions("get", "/api/materials/tubes/{tube_id}/calibration", ofTube(tube_id));

export const readCardPhoto = (tube_id: number, photo: File) =>
  answered(
    api.POST("/api/materials/tubes/{tube_id}/card-photo", {
      ...ofTube(tube_id),
      body: { photo: "" },
      bodySerializer: asForm({ photo }),
    }),
  );

export const readReadingsFile = (tube_id: number, text: string) =>
  answered(api.POST("/api/materials/tubes/{tube_id}/readings-file", { ...ofTube(tube_id), body: { text } }));

export const readColorimeter = (tube_id: number) =>
  answered(api.POST("/api/materials/tubes/{tube_id}/colorimeter", ofTube(tube_id)));

export const fitTube = (tube_id: number, readings: Reading[], how: How, keep: boolean) =>
  answered(
    api.POST("/api/materials/tubes/{tube_id}/calibration", {
      ...ofTube(tube_id),
      body: {
        readings: readings.map(({ kind, lab, reflectance, sigma_lab }) => ({
          kind,
          lab: lab ?? null,
          reflectance: reflectance ?? null,
          sigma_lab: sigma_lab ?? null,
        })),
        how,
        keep,
      },
    }),
  );

export const takeCalibrationBack = (tube_id: number) =>
  answered(api.DELETE("/api/materials/tubes/{tube_id}/calibration", ofTube(tube_id)));

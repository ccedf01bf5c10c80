/** One tube measured: print its card, lay the swatches, read them, see what changes, keep it. */
import { useRef, useState } from "react";

import { Alert, Box, Button, LinearProgress, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";

import { inWords } from "../../shared/api/client";
import { AdviceList } from "../../shared/ui/AdviceList";
import { Fact, Section } from "../../shared/ui/Facts";
import { Failed, Loading } from "../../shared/ui/States";
import { Swatch } from "../../shared/ui/Swatch";
import { useUndo } from "../../shared/undo/UndoProvider";
import { CalibrationReport } from "./CalibrationReport";
import {
  calibrationQuery,
  fitTube,
  readCardPhoto,
  readColorimeter,
  readReadingsFile,
  takeCalibrationBack,
  type Calibration,
  type How,
  type Readings,
} from "./queries";

const FILES_OF_READINGS = [
  { name: "readings.cxf", label: "CxF3" },
  { name: "readings.cgats", label: "CGATS" },
  { name: "readings.csv", label: "CSV" },
];

type Read = { how: How; readings: Readings; fit: Calibration };

export default function CalibrationPage() {
  const id = Number(useParams().tubeId);
  const state = useQuery(calibrationQuery(id));
  const { edit, tell } = useUndo();
  const [read, setRead] = useState<Read | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const photo = useRef<HTMLInputElement>(null);
  const file = useRef<HTMLInputElement>(null);

  const reading = async (how: How, asking: () => Promise<Readings>) => {
    setBusy(true);
    setProblem(null);
    try {
      const readings = await asking();
      setRead({ how, readings, fit: await fitTube(id, readings.readings, how, false) });
    } catch (error) {
      setProblem(inWords(error));
    }
    setBusy(false);
  };
  const keep = (name: string) =>
    edit(() => fitTube(id, read!.readings.readings, read!.how, true)).then(
      () => {
        setRead(null);
        tell(`${name} is calibrated. Every prediction with it rests on these readings now.`);
      },
      (error: unknown) => setProblem(inWords(error)),
    );

  if (state.isPending) return <Loading what="the tube" />;
  if (state.isError) return <Failed error={state.error} again={() => void state.refetch()} />;
  const { tube, current, count } = state.data;
  return (
    <Box component="main" sx={{ maxWidth: 1240, mx: "auto", px: { xs: 2, md: 4 }, py: 3 }}>
      <title>{`Measure ${tube.name} · Ypsochrom`}</title>
      <Button component={Link} to="/materials">
        Shelf
      </Button>
      <Stack direction="row" spacing={2} sx={{ alignItems: "center", mb: 2 }}>
        <Swatch colour={tube.masstone} label={tube.name} size={56} />
        <Box>
          <Typography variant="h1">Measure {tube.name}</Typography>
          <Typography color="text.secondary">
            {tube.key} ·{" "}
            {tube.source === "calibrated"
              ? "predictions rest on your readings"
              : "predictions rest on the catalogue, from memory"}
          </Typography>
        </Box>
      </Stack>
      <Box sx={{ display: "grid", gap: 4, gridTemplateColumns: { xs: "1fr", md: "380px 1fr" } }}>
        <Box>
          <Section title="1. Lay the swatches">
            <Typography gutterBottom>
              The paint alone over white and over black, and mixed 1:1, 1:4 and 1:10 with titanium white. Let
              them dry.
            </Typography>
            <Button
              component="a"
              variant="outlined"
              href={`/api/materials/tubes/${id}/swatch-card.pdf`}
              download="swatch-card.pdf"
            >
              Card as PDF
            </Button>
          </Section>
          <Section title="2. Read them">
            <Stack spacing={1} sx={{ alignItems: "start" }}>
              <Button variant="outlined" disabled={busy} onClick={() => photo.current?.click()}>
                Photo of the card
              </Button>
              <Button variant="outlined" disabled={busy} onClick={() => file.current?.click()}>
                File of readings (CxF3, CGATS or CSV)
              </Button>
              <Button
                variant="outlined"
                disabled={busy}
                onClick={() => void reading("colorimeter", () => readColorimeter(id))}
              >
                Colorimeter (simulated)
              </Button>
            </Stack>
            <input
              ref={photo}
              type="file"
              accept="image/*"
              capture="environment"
              aria-label="Photo of the swatch card"
              hidden
              onChange={(event) => {
                const chosen = event.target.files?.[0];
                if (chosen) void reading("card", () => readCardPhoto(id, chosen));
                event.target.value = "";
              }}
            />
            <input
              ref={file}
              type="file"
              accept=".cxf,.txt,.csv,.cgats,application/xml,text/plain,text/csv"
              aria-label="File of readings"
              hidden
              onChange={(event) => {
                const chosen = event.target.files?.[0];
                if (chosen) {
                  void reading("file", async () => readReadingsFile(id, await chosen.text()));
                }
                event.target.value = "";
              }}
            />
            {busy && <LinearProgress aria-label="Reading the swatches" sx={{ mt: 2 }} />}
            {problem && (
              <Alert severity="error" sx={{ mt: 2 }}>
                {problem}
              </Alert>
            )}
          </Section>
          {current && (
            <Section title="Now">
              <Fact name="Calibrations of this tube">{count}</Fact>
              <Fact name="Read by">{current.how}</Fact>
              {current.residuals.length > 0 && (
                <Stack direction="row" sx={{ alignItems: "center" }}>
                  <Typography sx={{ flexGrow: 1 }}>Save its readings</Typography>
                  {FILES_OF_READINGS.map(({ name, label }) => (
                    <Button
                      key={name}
                      component="a"
                      size="small"
                      href={`/api/materials/tubes/${id}/readings/${name}`}
                      download
                    >
                      {label}
                    </Button>
                  ))}
                </Stack>
              )}
              <Button
                onClick={() =>
                  void edit(() => takeCalibrationBack(id)).catch((error: unknown) =>
                    setProblem(inWords(error)),
                  )
                }
              >
                Undo last calibration
              </Button>
            </Section>
          )}
        </Box>
        <Box>
          {read ? (
            <>
              {read.readings.flat && (
                <Box
                  component="img"
                  src={read.readings.flat}
                  alt="The card, put straight and evenly lit"
                  sx={{ width: "100%", maxWidth: 520, display: "block", mb: 2 }}
                />
              )}
              <AdviceList advice={read.readings.advice} />
              <CalibrationReport fit={read.fit} title="What would change" />
              <Button variant="contained" onClick={() => void keep(tube.name)}>
                Keep this calibration
              </Button>
              <Button onClick={() => setRead(null)}>Cancel</Button>
            </>
          ) : current ? (
            <CalibrationReport fit={current} title="The calibration that counts" />
          ) : (
            <Typography color="text.secondary">
              What a tube holds differs from maker to maker by a third in strength. With five swatches read,
              most mixes of it come out within CIEDE2000 1; from the catalogue they are off by 1.5 to 3.
            </Typography>
          )}
        </Box>
      </Box>
    </Box>
  );
}

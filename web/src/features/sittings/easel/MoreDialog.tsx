/** What is needed now and then: a pile that came out wrong, a change of mind, the air, how much was mixed. */
import { useState } from "react";

import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  Stack,
  TextField,
  Typography,
} from "@mui/material";
import { Link } from "react-router";

import { typedNumber } from "../../../shared/ui/numbers";
import { inWords } from "../../../shared/api/client";
import { readClimate } from "../queries";
import type { ActIn, ActKind, Course, ListedTask, TakenList } from "./queries";
import { WeighedDoses } from "./WeighedDoses";
import { pileOf } from "./words";

interface Props {
  list: TakenList;
  course: Course;
  task: ListedTask;
  painting: number;
  act: (kind: ActKind, more: Partial<ActIn>) => void;
  close: () => void;
}

export function MoreDialog({ list, course, task, painting, act, close }: Props) {
  const { rules } = list;
  const pile = pileOf(list, task);
  const [degrees, setDegrees] = useState(String(course.climate.temperature_c));
  const [humidity, setHumidity] = useState(String(course.climate.humidity_pct));
  const [noSensor, setNoSensor] = useState<unknown>(null);
  const temperature_c = typedNumber(degrees);
  const humidity_pct = typedNumber(humidity);
  const isAir =
    temperature_c >= rules.coldest_c &&
    temperature_c <= rules.warmest_c &&
    humidity_pct >= 0 &&
    humidity_pct <= rules.dampest_pct;
  return (
    <Dialog open onClose={close} aria-labelledby="more-title">
      <DialogTitle id="more-title">More</DialogTitle>
      <DialogContent sx={{ display: "grid", gap: 3 }}>
        {pile && (
          <Stack sx={{ gap: 1 }}>
            <Button
              variant="outlined"
              component={Link}
              to={`/mixes?painting=${painting}&mix=${pile.id}&mode=mend&easel=${painting}`}
              onClick={() => act("astray", { pile: pile.id })}
            >
              This pile came out wrong: to the bench
            </Button>
          </Stack>
        )}
        {pile && task.kind === "mixing" && <WeighedDoses painting={painting} pile={pile} act={act} />}
        <Button variant="outlined" component={Link} to={`/paintings/${painting}/checks?check=new`}>
          Check the painting with a photo
        </Button>
        <Stack sx={{ gap: 1 }}>
          <Button variant="outlined" onClick={() => act("skip", { task: task.id, text: "changed my mind" })}>
            I changed my mind: leave this unit out
          </Button>
          <Button
            variant="outlined"
            component={Link}
            to={`/paintings/${painting}/passes?pass=${task.pass_number}`}
          >
            Change it at the desk; the plan follows
          </Button>
        </Stack>
        <Stack sx={{ gap: 1 }}>
          <Typography>The air where you paint. Every clock goes by it.</Typography>
          <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
            <TextField
              label="°C"
              inputMode="decimal"
              value={degrees}
              onChange={(event) => setDegrees(event.target.value)}
              sx={{ width: 130 }}
            />
            <TextField
              label="Humidity, %"
              inputMode="decimal"
              value={humidity}
              onChange={(event) => setHumidity(event.target.value)}
              sx={{ width: 170 }}
            />
            <Button
              variant="outlined"
              onClick={() =>
                void readClimate().then((read) => {
                  setDegrees(String(Math.round(read.temperature_c * 10) / 10));
                  setHumidity(String(Math.round(read.humidity_pct)));
                }, setNoSensor)
              }
            >
              Read the sensor
            </Button>
            <Button
              variant="outlined"
              disabled={!isAir}
              onClick={() =>
                act("air", { climate: { temperature_c, humidity_pct, air: course.climate.air } })
              }
            >
              Keep the air
            </Button>
          </Stack>
          {noSensor !== null && <Typography>{inWords(noSensor)}</Typography>}
          {!isAir && (
            <Typography>
              Give {rules.coldest_c} to {rules.warmest_c} °C and 0 to {rules.dampest_pct} %.
            </Typography>
          )}
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}

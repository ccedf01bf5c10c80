/** Hours against the plan, and values that dried lighter or darker than meant: as pictures, and as the same tables. */
import { useState } from "react";

import {
  Box,
  Button,
  Stack,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  Typography,
} from "@mui/material";
import { useTheme } from "@mui/material/styles";
import { BarChart } from "@mui/x-charts/BarChart";
import { ScatterChart } from "@mui/x-charts/ScatterChart";
import { useQuery } from "@tanstack/react-query";

import { ANYTHING, behindQuery, learnedQuery, pagesQuery } from "./queries";
import { atTime, hours, onDay } from "./words";

const HIGH = 240;

export default function Charts() {
  const pages = useQuery(pagesQuery(ANYTHING));
  const learned = useQuery(learnedQuery);
  const values = useQuery(behindQuery({ what: "value", of: "", by: "" }, 1));
  const planned = (pages.data?.pages ?? []).filter((one) => one.planned_min && one.units_min);
  const errors = [...(values.data?.observations ?? [])].reverse();
  return (
    <Box sx={{ display: "grid", gap: 4, gridTemplateColumns: "repeat(auto-fit, minmax(380px, 1fr))", mt: 4 }}>
      {planned.length > 0 && (
        <Chart
          title="At units, against the plan"
          rows={planned.map((one) => [one.title, hours(one.units_min ?? 0), hours(one.planned_min ?? 0)])}
          columns={["Painting", "Worked", "Planned"]}
        >
          <Hours
            titles={planned.map((one) => one.title)}
            worked={planned.map((one) => (one.units_min ?? 0) / 60)}
            planned={planned.map((one) => (one.planned_min ?? 0) / 60)}
          />
        </Chart>
      )}
      {learned.data && errors.length >= learned.data.fewest && (
        <Chart
          title="Values, dry, against those meant"
          rows={errors.map((one) => [
            `${onDay(one.at)}, ${atTime(one.at)}`,
            one.expected.toFixed(1),
            `${one.found >= one.expected ? "+" : "−"}${Math.abs(one.found - one.expected).toFixed(1)}`,
          ])}
          columns={["When", "Meant", "Off, steps"]}
        >
          <Errors
            points={errors.map((one, place) => ({
              id: one.id,
              x: new Date(one.at).getTime() + place,
              y: one.found - one.expected,
            }))}
          />
        </Chart>
      )}
    </Box>
  );
}

interface ChartProps {
  title: string;
  columns: string[];
  rows: string[][];
  children: React.ReactNode;
}

/** A picture of numbers that can be read as a table, too. */
function Chart({ title, columns, rows, children }: ChartProps) {
  const [asTable, setAsTable] = useState(false);
  return (
    <Box component="figure" aria-label={title} sx={{ m: 0, minWidth: 0 }}>
      <Stack direction="row" sx={{ alignItems: "baseline", justifyContent: "space-between" }}>
        <Typography variant="h3" component="figcaption">
          {title}
        </Typography>
        <Button onClick={() => setAsTable(!asTable)}>{asTable ? "As a picture" : "As a table"}</Button>
      </Stack>
      {asTable ? (
        <Table size="small" aria-label={title}>
          <TableHead>
            <TableRow>
              {columns.map((one, place) => (
                <TableCell key={one} align={place === 0 ? "left" : "right"}>
                  {one}
                </TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {rows.map((row) => (
              <TableRow key={row.join()}>
                {row.map((cell, place) => (
                  <TableCell key={place} align={place === 0 ? "left" : "right"}>
                    {cell}
                  </TableCell>
                ))}
              </TableRow>
            ))}
          </TableBody>
        </Table>
      ) : (
        children
      )}
    </Box>
  );
}

function Hours({ titles, worked, planned }: { titles: string[]; worked: number[]; planned: number[] }) {
  const { palette } = useTheme();
  return (
    <BarChart
      height={HIGH}
      skipAnimation
      xAxis={[{ data: titles, scaleType: "band" }]}
      yAxis={[{ label: "hours", width: 48 }]}
      series={[
        { data: planned, label: "planned", color: palette.text.disabled },
        { data: worked, label: "worked", color: palette.primary.main },
      ]}
    />
  );
}

function Errors({ points }: { points: { id: string; x: number; y: number }[] }) {
  const { palette } = useTheme();
  return (
    <ScatterChart
      height={HIGH}
      skipAnimation
      xAxis={[{ scaleType: "time", valueFormatter: (at: number) => onDay(new Date(at).toISOString()) }]}
      yAxis={[{ label: "steps: darker − lighter +", width: 56 }]}
      series={[{ data: points, label: "an area that dried", color: palette.primary.main, markerSize: 5 }]}
    />
  );
}

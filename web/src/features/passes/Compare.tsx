/** Plans side by side in figures. */
import { Box, Table, TableBody, TableCell, TableHead, TableRow } from "@mui/material";
import type { ReactNode } from "react";

import { ROWS } from "./figures";
import type { Summary } from "./queries";

interface Props {
  label: string;
  columns: { key: string; head: ReactNode; summary: Summary }[];
}

export function Compare({ label, columns }: Props) {
  return (
    <Box sx={{ overflowX: "auto" }} tabIndex={0} role="region" aria-label={label}>
      <Table size="small" aria-label={label} sx={{ "& td, & th": { px: 0.75, whiteSpace: "normal" } }}>
        <TableHead>
          <TableRow>
            <TableCell component="td" />
            {columns.map((column) => (
              <TableCell key={column.key} align="right" sx={{ fontWeight: 650 }}>
                {column.head}
              </TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {ROWS.map((row) => (
            <TableRow key={row.name}>
              <TableCell component="th" scope="row">
                {row.name}
              </TableCell>
              {columns.map((column) => (
                <TableCell key={column.key} align="right">
                  {row.of(column.summary)}
                </TableCell>
              ))}
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}

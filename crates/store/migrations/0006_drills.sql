-- Answers to rounds of practice.

CREATE TABLE drill_answer (
    number INTEGER PRIMARY KEY,
    kind   TEXT NOT NULL,
    seed   INTEGER NOT NULL,
    answer REAL NOT NULL,
    -- Whether it was near enough, and how far off it was, in stops, where it is a matter of stops.
    good   INTEGER NOT NULL,
    off    REAL,
    at     TEXT NOT NULL DEFAULT (datetime('now'))
) STRICT;

CREATE INDEX drill_asked ON drill_answer (kind, seed);

-- The place and the sky of a job's day.

CREATE TABLE day (
    job_id  TEXT PRIMARY KEY NOT NULL REFERENCES job (id) ON DELETE CASCADE,
    body    TEXT NOT NULL CHECK (json_valid(body)),
    version INTEGER NOT NULL DEFAULT 1
) STRICT, WITHOUT ROWID;

-- Lines of a job's field card that are ticked.

CREATE TABLE tick (
    job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
    -- What the line is about: the same as long as it is about the same thing.
    line   TEXT NOT NULL,
    PRIMARY KEY (job_id, line)
) STRICT, WITHOUT ROWID;

-- Takes: frames that were made for a setup, with what was planned then and what they show.

CREATE TABLE take (
    id         TEXT PRIMARY KEY NOT NULL,
    job_id     TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
    setup_id   TEXT NOT NULL REFERENCES setup (id) ON DELETE CASCADE,
    -- When it was taken by the camera's clock, or else put down; lists go by it.
    at         TEXT NOT NULL,
    choice     TEXT NOT NULL,
    -- What a search looks in.
    told       TEXT NOT NULL,
    -- The contents of its frame, by which copies are found.
    hash       TEXT,
    body       TEXT NOT NULL CHECK (json_valid(body)),
    schema     INTEGER NOT NULL,
    version    INTEGER NOT NULL DEFAULT 1,
    deleted_at TEXT
) STRICT;

-- All that the log is sought by, so that no search reads bodies.
CREATE INDEX take_of_job ON take (job_id, at DESC, id DESC, setup_id, choice, told) WHERE deleted_at IS NULL;
-- For a setup that is dropped with its takes.
CREATE INDEX take_of_setup ON take (setup_id);
CREATE INDEX take_of_frame ON take (hash) WHERE hash IS NOT NULL;

-- A studio: its kit, jobs, setups with their history, and settings.

CREATE TABLE kit_item (
    id         TEXT PRIMARY KEY NOT NULL,
    kind       TEXT NOT NULL,
    body       TEXT NOT NULL CHECK (json_valid(body)),
    position   INTEGER NOT NULL,
    version    INTEGER NOT NULL DEFAULT 1,
    deleted_at TEXT
) STRICT;

CREATE TABLE job (
    id         TEXT PRIMARY KEY NOT NULL,
    body       TEXT NOT NULL CHECK (json_valid(body)),
    position   INTEGER NOT NULL,
    version    INTEGER NOT NULL DEFAULT 1,
    deleted_at TEXT
) STRICT;

CREATE TABLE setup (
    id         TEXT PRIMARY KEY NOT NULL,
    job_id     TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
    position   INTEGER NOT NULL,
    body       TEXT NOT NULL CHECK (json_valid(body)),
    version    INTEGER NOT NULL DEFAULT 1,
    revision   INTEGER NOT NULL DEFAULT 0,
    deleted_at TEXT
) STRICT;
CREATE INDEX setup_of_job ON setup (job_id, position);

-- Every saved state of a setup that undo and redo can go to; setup.revision says which is in force.
CREATE TABLE setup_revision (
    setup_id TEXT NOT NULL REFERENCES setup (id) ON DELETE CASCADE,
    revision INTEGER NOT NULL,
    body     TEXT NOT NULL CHECK (json_valid(body)),
    PRIMARY KEY (setup_id, revision)
) STRICT, WITHOUT ROWID;

-- What of the kit a setup uses: a thing in use cannot be deleted for good.
CREATE TABLE setup_kit (
    setup_id TEXT NOT NULL REFERENCES setup (id) ON DELETE CASCADE,
    kit_id   TEXT NOT NULL REFERENCES kit_item (id) ON DELETE RESTRICT,
    PRIMARY KEY (setup_id, kit_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX setup_of_kit ON setup_kit (kit_id);

CREATE TABLE settings (
    one  INTEGER PRIMARY KEY NOT NULL CHECK (one = 1),
    body TEXT NOT NULL CHECK (json_valid(body))
) STRICT;

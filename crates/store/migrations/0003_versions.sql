-- Every body says which version of its format it is of, so that old ones are brought up to date and newer ones known.

ALTER TABLE kit_item ADD COLUMN schema INTEGER NOT NULL DEFAULT 3;
ALTER TABLE job ADD COLUMN schema INTEGER NOT NULL DEFAULT 3;
ALTER TABLE setup ADD COLUMN schema INTEGER NOT NULL DEFAULT 3;
ALTER TABLE setup_revision ADD COLUMN schema INTEGER NOT NULL DEFAULT 3;
ALTER TABLE day ADD COLUMN schema INTEGER NOT NULL DEFAULT 3;
ALTER TABLE settings ADD COLUMN schema INTEGER NOT NULL DEFAULT 3;
ALTER TABLE settings ADD COLUMN version INTEGER NOT NULL DEFAULT 1;

UPDATE setup SET schema = CASE WHEN json_type(body, '$.scene') IS NULL THEN 1
                               WHEN json_type(body, '$.slot') IS NULL THEN 2 ELSE 3 END;
UPDATE setup_revision SET schema = CASE WHEN json_type(body, '$.scene') IS NULL THEN 1
                                        WHEN json_type(body, '$.slot') IS NULL THEN 2 ELSE 3 END;

-- What lists show and search, so that no list reads bodies.
ALTER TABLE setup ADD COLUMN name TEXT NOT NULL DEFAULT '';
ALTER TABLE kit_item ADD COLUMN name TEXT NOT NULL DEFAULT '';
ALTER TABLE job ADD COLUMN name TEXT NOT NULL DEFAULT '';
ALTER TABLE job ADD COLUMN told TEXT NOT NULL DEFAULT '';

UPDATE setup SET name = coalesce(json_extract(body, '$.name'), id);
UPDATE kit_item SET name = coalesce(json_extract(body, '$.name'), id);
UPDATE job SET name = coalesce(json_extract(body, '$.name'), id),
               told = lower(coalesce(json_extract(body, '$.name'), '') || ' ' || coalesce(json_extract(body, '$.client'), '')
                      || ' ' || coalesce(json_extract(body, '$.place'), '') || ' ' || coalesce(json_extract(body, '$.date'), ''));

CREATE INDEX job_listed ON job (position DESC) WHERE deleted_at IS NULL;

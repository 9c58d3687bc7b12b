//! Everything kept, read in one statement as it is kept: what is made of it takes a while on a large studio, and is for
//! whoever has the time.

use crate::aside::Aside;
use crate::body::{Row, SCHEMA, read_id};
use crate::files::job_file;
use crate::{StoreError, Studio};
use std::collections::HashMap;
use tolva_core::day::Day;
use tolva_core::format::{BodyKind, Brief, KitFile, TolvaFile};
use tolva_core::kit::Kit;
use tolva_core::quantity::Id;
use tolva_core::setup::Setup;

/// Everything kept, bodies unread: kit, jobs, days, setups in shooting order, settings.
#[derive(Debug)]
pub struct Kept(Vec<KeptBody>);

#[derive(Debug)]
struct KeptBody {
    kind: BodyKind,
    id: String,
    job: String,
    name: String,
    schema: i64,
    body: String,
}

/// A job with its setups and day.
type WholeJob = (Id, Brief, Vec<(Id, Setup)>, Option<Day>);

impl KeptBody {
    fn row(&self) -> Row<'_> {
        Row { kind: self.kind, id: &self.id, name: &self.name, schema: self.schema }
    }

    fn aside(&self) -> Option<Aside> {
        let row = self.row();
        let read = match self.kind {
            BodyKind::KitItem => row.read_item(&self.body).map(drop),
            BodyKind::Brief => row.read::<Brief>(&self.body).map(drop),
            BodyKind::Setup => row.read::<Setup>(&self.body).map(drop),
            BodyKind::Day => row.read::<Day>(&self.body).map(drop),
            BodyKind::Settings => row.read::<crate::Settings>(&self.body).map(drop),
            BodyKind::Take => row.read::<tolva_core::take::Take>(&self.body).map(drop),
        };
        match read {
            Err(StoreError::SetAside(aside)) => Some(*aside),
            _ => None,
        }
    }
}

impl Kept {
    /// What of it cannot be read.
    #[must_use]
    pub fn set_aside(&self) -> Vec<Aside> {
        self.0.iter().filter_map(KeptBody::aside).collect()
    }

    /// The kit and every job, each as a file, jobs in the order of their making; what is set aside is not among them.
    #[must_use]
    pub fn files(&self) -> Vec<TolvaFile> {
        let (mut kit, mut jobs) = (Kit::default(), Vec::<WholeJob>::new());
        let mut places = HashMap::new();
        for one in &self.0 {
            let (row, Ok(id)) = (one.row(), read_id(&one.id)) else { continue };
            let place: Option<&usize> = places.get(one.job.as_str());
            match one.kind {
                BodyKind::KitItem => kit.items.extend(row.read_item(&one.body).ok()),
                BodyKind::Brief => {
                    if let Ok(brief) = row.read(&one.body) {
                        places.insert(one.job.as_str(), jobs.len());
                        jobs.push((id, brief, Vec::new(), None));
                    }
                }
                BodyKind::Day => {
                    if let Some((.., day)) = place.and_then(|place| jobs.get_mut(*place)) {
                        *day = row.read(&one.body).ok();
                    }
                }
                BodyKind::Setup => {
                    if let Some((_, _, setups, _)) = place.and_then(|place| jobs.get_mut(*place)) {
                        setups.extend(row.read(&one.body).ok().map(|setup| (id, setup)));
                    }
                }
                BodyKind::Settings | BodyKind::Take => {}
            }
        }
        let whole = TolvaFile::Kit(KitFile::new(kit.clone()));
        let file = |(id, job, setups, day)| TolvaFile::Job(Box::new(job_file(id, job, setups, day, &kit)));
        std::iter::once(whole).chain(jobs.into_iter().map(file)).collect()
    }
}

impl Studio {
    /// Takes as they are kept: those of a later program, then the latest, no more than so many, since a log may be larger than memory.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn kept_takes(&self, most: i64) -> Result<Kept, StoreError> {
        let rows = sqlx::query!(
            r#"SELECT take.id AS "id!", take.job_id AS "job!", take.at AS "at!", take.schema AS "schema!", take.body AS "body!"
               FROM take JOIN job ON job.id = take.job_id
               WHERE take.deleted_at IS NULL AND job.deleted_at IS NULL
               ORDER BY take.schema > ?1 DESC, take.at DESC LIMIT ?2"#,
            SCHEMA,
            most
        )
        .fetch_all(self.readers())
        .await?;
        let kept = rows.into_iter().map(|row| KeptBody {
            kind: BodyKind::Take,
            id: row.id,
            job: row.job,
            name: row.at,
            schema: row.schema,
            body: row.body,
        });
        Ok(Kept(kept.collect()))
    }

    /// Everything kept, all of one moment.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn kept(&self) -> Result<Kept, StoreError> {
        let rows = sqlx::query!(
            r#"SELECT 0 AS "kind!: i64", id AS "id!", '' AS "job!", name AS "name!", schema AS "schema!", body AS "body!", position AS "position!: i64"
               FROM kit_item WHERE deleted_at IS NULL
               UNION ALL SELECT 1, id, id, name, schema, body, rowid FROM job WHERE deleted_at IS NULL
               UNION ALL SELECT 2, job.id, job.id, job.name, day.schema, day.body, 0 FROM day JOIN job ON job.id = job_id
                         WHERE job.deleted_at IS NULL
               UNION ALL SELECT 3, setup.id, job_id, setup.name, setup.schema, setup.body, setup.position FROM setup JOIN job ON job.id = job_id
                         WHERE setup.deleted_at IS NULL AND job.deleted_at IS NULL
               UNION ALL SELECT 4, 'settings', '', 'settings', schema, body, 0 FROM settings
               ORDER BY 1, 7, 2"#
        )
        .fetch_all(self.readers())
        .await?;
        let kept = rows.into_iter().map(|row| {
            let kind = match row.kind {
                0 => BodyKind::KitItem,
                1 => BodyKind::Brief,
                2 => BodyKind::Day,
                3 => BodyKind::Setup,
                _ => BodyKind::Settings,
            };
            KeptBody { kind, id: row.id, job: row.job, name: row.name, schema: row.schema, body: row.body }
        });
        Ok(Kept(kept.collect()))
    }
}

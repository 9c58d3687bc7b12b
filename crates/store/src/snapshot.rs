//! What one question needs, read in one statement: nothing changes between its parts, and no transaction is open.

use crate::body::{Row, read_id};
use crate::{Settings, StoreError, Studio, day, kit, settings, setup};
use tolva_core::day::Day;
use tolva_core::format::{BodyKind, Brief};
use tolva_core::kit::Kit;
use tolva_core::quantity::Id;
use tolva_core::setup::Setup;
use tolva_core::{House, Terms};

/// What a question about one setup is answered from, without the setup itself.
#[derive(Debug, Clone, Default)]
pub struct Ground {
    /// The kit.
    pub kit: Kit,
    /// The settings.
    pub settings: Settings,
    /// The job, where the setup is kept.
    pub job: Option<Brief>,
    /// The day of its job, if it has one.
    pub day: Option<Day>,
}

impl Ground {
    /// The house's choices.
    #[must_use]
    pub fn house(&self) -> House {
        self.settings.house
    }

    /// The same with nothing learnt from takes.
    #[must_use]
    pub fn as_said(mut self) -> Ground {
        self.kit = self.kit.as_said();
        self.settings.house = self.settings.house.as_said();
        self
    }

    /// The terms its pictures are made under.
    #[must_use]
    pub fn terms(&self) -> Terms {
        let zone = self.day.as_ref().map(|day| day.place.zone.as_str());
        self.job.as_ref().map_or_else(|| self.house().into(), |job| job.terms(self.house(), zone))
    }
}

/// A job with everything in it.
#[derive(Debug, Clone)]
pub struct JobSnapshot {
    /// The job.
    pub job: Brief,
    /// Its day.
    pub day: Option<Day>,
    /// Its setups, in shooting order.
    pub setups: Vec<(Id, Setup)>,
    /// The kit.
    pub kit: Kit,
    /// The settings.
    pub settings: Settings,
}

impl JobSnapshot {
    /// The terms its pictures are made under.
    #[must_use]
    pub fn terms(&self) -> Terms {
        let zone = self.day.as_ref().map(|day| day.place.zone.as_str());
        self.job.terms(self.settings.house, zone)
    }
}

impl Studio {
    /// What a question about a setup is answered from; `of` is the kept one it is, if it is kept.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn ground(&self, of: Option<&Id>) -> Result<Ground, StoreError> {
        let of = of.map_or("", Id::as_str);
        let rows = sqlx::query!(
            r#"SELECT 0 AS "kind!: i64", id AS "id!", name AS "name!", schema AS "schema!", body AS "body!", position AS "position!: i64"
               FROM kit_item WHERE deleted_at IS NULL
               UNION ALL SELECT 1, 'settings', 'settings', schema, body, 0 FROM settings
               UNION ALL SELECT 2, job.id, job.name, job.schema, job.body, 0 FROM setup JOIN job ON job.id = job_id WHERE setup.id = ?1
               UNION ALL SELECT 3, day.job_id, '', day.schema, day.body, 0 FROM setup JOIN day ON day.job_id = setup.job_id WHERE setup.id = ?1
               ORDER BY 1, 6, 2"#,
            of
        )
        .fetch_all(self.readers())
        .await?;
        let mut ground = Ground::default();
        for row in rows {
            let of = |kind| Row { kind, id: &row.id, name: &row.name, schema: row.schema };
            match row.kind {
                0 => ground.kit.items.extend(of(BodyKind::KitItem).read_item(&row.body).ok()),
                1 => ground.settings = settings::read(&row.body, row.schema).unwrap_or_default(),
                2 => ground.job = of(BodyKind::Brief).read::<Brief>(&row.body).ok(),
                _ => ground.day = day::read(&row.id, &row.name, row.schema, &row.body).ok(),
            }
        }
        Ok(ground)
    }

    /// A job with everything in it.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], [`StoreError::SetAside`] where the job itself or its day cannot be read.
    pub async fn snapshot_of_job(&self, id: &Id) -> Result<JobSnapshot, StoreError> {
        let key = id.as_str();
        let rows = sqlx::query!(
            r#"SELECT 0 AS "kind!: i64", id AS "id!", name AS "name!", schema AS "schema!", body AS "body!", position AS "position!: i64"
               FROM kit_item WHERE deleted_at IS NULL
               UNION ALL SELECT 1, 'settings', 'settings', schema, body, 0 FROM settings
               UNION ALL SELECT 2, id, name, schema, body, 0 FROM job WHERE id = ?1 AND deleted_at IS NULL
               UNION ALL SELECT 3, job.id, job.name, day.schema, day.body, 0 FROM day JOIN job ON job.id = job_id WHERE job_id = ?1
               UNION ALL SELECT 4, id, name, schema, body, position FROM setup WHERE job_id = ?1 AND deleted_at IS NULL
               ORDER BY 1, 6, 2"#,
            key
        )
        .fetch_all(self.readers())
        .await?;
        let (mut kit, mut settings, mut job, mut sky, mut setups) =
            (Kit::default(), Settings::default(), None, None, Vec::new());
        for row in rows {
            let of = |kind| Row { kind, id: &row.id, name: &row.name, schema: row.schema };
            match row.kind {
                0 => kit.items.extend(of(BodyKind::KitItem).read_item(&row.body).ok()),
                1 => settings = settings::read(&row.body, row.schema).unwrap_or_default(),
                2 => job = Some(of(BodyKind::Brief).read::<Brief>(&row.body)?),
                3 => sky = Some(day::read(&row.id, &row.name, row.schema, &row.body)?),
                _ => setups.push(
                    setup::read(&row.id, &row.name, row.schema, &row.body).and_then(|s| Ok((read_id(&row.id)?, s))),
                ),
            }
        }
        let Some(job) = job else { return Err(StoreError::NotFound { kind: "job", id: id.clone() }) };
        Ok(JobSnapshot { job, day: sky, setups: kit::readable(setups.into_iter())?, kit, settings })
    }
}

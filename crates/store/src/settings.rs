use crate::body::{Row, SCHEMA, write};
use crate::error::Newer;
use crate::{Changed, StoreError, Studio};
use serde::{Deserialize, Serialize};
use sqlx::SqliteConnection;
use tolva_core::checklist::Checklists;
use tolva_core::format::BodyKind;
use tolva_core::quantity::Learnt;
use tolva_core::take::Learnable;
use tolva_core::{FieldError, House};
use utoipa::ToSchema;

/// Light or dim.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema, Default)]
#[serde(rename_all = "snake_case")]
pub enum Theme {
    /// As the device is set.
    #[default]
    Device,
    /// For daylight: high contrast, light.
    Daylight,
    /// For dusk: dim, no large bright areas.
    Dusk,
}

/// How times are shown.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema, Default)]
#[serde(rename_all = "snake_case")]
pub enum Clock {
    /// 18:42.
    #[default]
    Hours24,
    /// 6:42 pm.
    Hours12,
}

/// The studio's settings.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Settings {
    /// What planning depends on.
    pub house: House,
    /// Light or dim.
    pub theme: Theme,
    /// How times are shown.
    pub clock: Clock,
    /// Whether single keys act as shortcuts.
    pub single_keys: bool,
    /// Lines the field cards of each kind of job begin with.
    pub lists: Checklists,
}

impl Default for Settings {
    fn default() -> Self {
        Settings {
            house: House::default(),
            theme: Theme::default(),
            clock: Clock::default(),
            single_keys: true,
            lists: Checklists::default(),
        }
    }
}

/// The settings as they are kept.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct KeptSettings {
    /// The settings.
    pub settings: Settings,
    /// Goes up with every save; 0 before the first.
    pub version: i64,
}

impl Settings {
    /// Checks what the types alone do not.
    ///
    /// # Errors
    /// All problems, each at its field.
    pub fn check(&self) -> Result<(), Vec<FieldError>> {
        let errors = [self.house.check(), self.lists.check()].into_iter().filter_map(Result::err).flatten();
        let errors: Vec<FieldError> = errors.collect();
        if errors.is_empty() { Ok(()) } else { Err(errors) }
    }
}

/// Reads kept settings.
pub(crate) fn read(body: &str, schema: i64) -> Result<Settings, StoreError> {
    Row { kind: BodyKind::Settings, id: "settings", name: "settings", schema }.read(body)
}

impl Studio {
    /// The settings; the defaults where none were kept, or where what is kept is set aside.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn settings(&self) -> Result<KeptSettings, StoreError> {
        let mut connection = self.readers().acquire().await?;
        find(&mut connection).await
    }

    /// Keeps the settings, if nobody changed them since `version`.
    ///
    /// # Errors
    /// [`StoreError::Fields`], [`StoreError::Stale`].
    pub async fn keep_settings(&self, settings: &Settings, version: i64) -> Result<KeptSettings, StoreError> {
        settings.check().map_err(StoreError::Fields)?;
        let mut writing = self.begin().await?;
        let done = keep(writing.on()?, settings, version).await;
        self.end(writing, done, |_| Changed::Settings).await
    }
}

async fn find(connection: &mut SqliteConnection) -> Result<KeptSettings, StoreError> {
    let row =
        sqlx::query!("SELECT body, schema, version FROM settings WHERE one = 1").fetch_optional(connection).await?;
    let Some(row) = row else { return Ok(KeptSettings { settings: Settings::default(), version: 0 }) };
    Ok(KeptSettings { settings: read(&row.body, row.schema).unwrap_or_default(), version: row.version })
}

async fn keep(
    connection: &mut SqliteConnection,
    settings: &Settings,
    version: i64,
) -> Result<KeptSettings, StoreError> {
    let kept = find(connection).await?;
    if kept.version != version {
        return Err(StoreError::stale(Newer::Settings { kept: Box::new(kept) }));
    }
    let (body, next) = (write("the settings", settings)?, version + 1);
    sqlx::query!(
        "INSERT INTO settings (one, body, schema, version) VALUES (1, ?, ?, ?)
         ON CONFLICT (one) DO UPDATE SET body = excluded.body, schema = excluded.schema, version = excluded.version",
        body,
        SCHEMA,
        next
    )
    .execute(connection)
    .await?;
    Ok(KeptSettings { settings: settings.clone(), version: next })
}

/// Puts a correction of meter or forecast in force, and gives what was in force before.
pub(crate) async fn put_learnt(
    connection: &mut SqliteConnection,
    of: &Learnable,
    learnt: Option<Learnt>,
) -> Result<Option<Learnt>, StoreError> {
    let KeptSettings { mut settings, version } = find(&mut *connection).await?;
    let house = &mut settings.house;
    let was = match of {
        Learnable::Forecast { sky } => {
            let was = house.skies.of(*sky);
            house.skies = house.skies.with(*sky, learnt);
            was
        }
        Learnable::Hand => std::mem::replace(&mut house.hand, learnt),
        _ => std::mem::replace(&mut house.meter.learnt, learnt),
    };
    settings.check().map_err(StoreError::Fields)?;
    keep(connection, &settings, version).await?;
    Ok(was)
}

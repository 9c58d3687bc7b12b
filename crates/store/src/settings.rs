use crate::error::{read, write};
use crate::{StoreError, Studio};
use serde::{Deserialize, Serialize};
use tolva_core::House;
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
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize, ToSchema)]
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
}

impl Default for Settings {
    fn default() -> Self {
        Settings { house: House::default(), theme: Theme::default(), clock: Clock::default(), single_keys: true }
    }
}

impl Studio {
    /// The settings; the defaults where none were kept.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn settings(&self) -> Result<Settings, StoreError> {
        let body: Option<String> =
            sqlx::query_scalar("SELECT body FROM settings WHERE one = 1").fetch_optional(&self.pool).await?;
        body.map_or(Ok(Settings::default()), |body| read("the settings", &body))
    }

    /// Keeps the settings.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn keep_settings(&self, settings: &Settings) -> Result<(), StoreError> {
        sqlx::query(
            "INSERT INTO settings (one, body) VALUES (1, ?) ON CONFLICT (one) DO UPDATE SET body = excluded.body",
        )
        .bind(write("the settings", settings)?)
        .execute(&self.pool)
        .await?;
        Ok(())
    }
}

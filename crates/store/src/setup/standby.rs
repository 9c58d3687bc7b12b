//! Setups that stand by for another, and the one press that swaps them.

use super::rows::job_of;
use super::{find, of_job, revise};
use crate::{Changed, StoreError, Studio, job, kit};
use sqlx::SqliteConnection;
use tolva_core::quantity::Id;
use tolva_core::setup::{Setup, Standby, swapped};

impl Studio {
    /// Lets a setup stand by for the one before it, or be made anyway.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], [`StoreError::NoMain`] where none before it in its job is made anyway.
    pub async fn stand_by(&self, id: &Id, standby: Option<Standby>) -> Result<(), StoreError> {
        let mut writing = self.begin().await?;
        let done = stand_by(writing.on()?, id, standby).await;
        self.order_changed(self.end(writing, done, |job| Changed::Job { id: job.clone() }).await)
    }

    /// Puts a setup that stands by in its main one's place, and that in its own. Each gets a step of undo.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], [`StoreError::NoMain`] where it stands by for nothing.
    pub async fn swap(&self, id: &Id) -> Result<(), StoreError> {
        let mut writing = self.begin().await?;
        let done = swap(writing.on()?, id).await;
        self.order_changed(self.end(writing, done, |job| Changed::Job { id: job.clone() }).await)
    }

    /// A day's setups are others then, and those that are open are to be looked at again.
    fn order_changed(&self, done: Result<Id, StoreError>) -> Result<(), StoreError> {
        done.map(|job| self.tell(Changed::Day { id: job }))
    }
}

async fn stand_by(connection: &mut SqliteConnection, id: &Id, standby: Option<Standby>) -> Result<Id, StoreError> {
    let (job, kept) = (job_of(&mut *connection, id).await?, find(&mut *connection, id).await?);
    let setup = Setup { standby, ..kept.setup };
    let mut setups = of_job(&mut *connection, &job).await?;
    if let Some(one) = setups.iter_mut().find(|(one, _)| one == id) {
        one.1 = setup.clone();
    }
    if standby.is_some() && swapped(&setups, id).is_none() {
        return Err(StoreError::NoMain { id: id.clone() });
    }
    let kit = kit::whole(&mut *connection).await?;
    revise(connection, id, &setup, &kit).await?;
    Ok(job)
}

async fn swap(connection: &mut SqliteConnection, id: &Id) -> Result<Id, StoreError> {
    let job = job_of(&mut *connection, id).await?;
    let setups = of_job(&mut *connection, &job).await?;
    let swapped = swapped(&setups, id).ok_or_else(|| StoreError::NoMain { id: id.clone() })?;
    let kit = kit::whole(&mut *connection).await?;
    for (one, setup) in &swapped.changed {
        revise(&mut *connection, one, setup, &kit).await?;
    }
    job::put_positions(connection, &swapped.order).await?;
    Ok(job)
}

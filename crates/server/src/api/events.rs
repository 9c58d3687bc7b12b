//! What changes, told as it happens (server-sent events), so that other windows show it by themselves.

use crate::share::{LetIn, Share};
use crate::stopping::Stopping;
use actix_web::web::{Bytes, Data, ReqData};
use actix_web::{HttpResponse, get};
use futures_util::stream::unfold;
use std::time::Duration;
use tolva_store::{Changed, Studio};

/// A sign of life, so that a connection that broke is noticed.
const SIGN_OF_LIFE: Duration = Duration::from_secs(20);

/// Every change of the studio from now on, as server-sent events.
#[utoipa::path(responses((status = 200, body = Changed, content_type = "text/event-stream")))]
#[get("/events")]
pub async fn listen(
    studio: Data<Studio>,
    stopping: Data<Stopping>,
    share: Data<Share>,
    device: Option<ReqData<LetIn>>,
) -> HttpResponse {
    let device = device.map(|device| device.into_inner().0);
    let first = Some(Bytes::from_static(b"retry: 1000\n: listening\n\n"));
    let told = unfold((studio.listen(), stopping, first, share), move |(mut ear, stopping, first, share)| async move {
        if let Some(first) = first {
            return Some((Ok::<_, actix_web::Error>(first), (ear, stopping, None, share)));
        }
        let put_out = async {
            match device {
                Some(device) => share.until_out(device).await,
                None => std::future::pending().await,
            }
        };
        let line = tokio::select! {
            () = stopping.begun() => return None,
            () = put_out => return None,
            changed = tokio::time::timeout(SIGN_OF_LIFE, ear.next()) => match changed {
                Err(_) => ": here\n\n".to_owned(),
                Ok(None) => return None,
                Ok(Some(changed)) => format!("data: {}\n\n", serde_json::to_string(&changed).unwrap_or_default()),
            },
        };
        Some((Ok(Bytes::from(line)), (ear, stopping, None, share)))
    });
    HttpResponse::Ok().content_type("text/event-stream").streaming(told)
}

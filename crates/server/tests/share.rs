//! The studio shared in a room: probed from outside the door, and used from inside.

#![allow(clippy::unwrap_used)]

mod common;

use common::program;
use futures_util::StreamExt;
use reqwest::header::{HOST, LOCATION, ORIGIN, SET_COOKIE};
use reqwest::redirect::Policy;
use reqwest::{Client, Method, RequestBuilder, Response, StatusCode};
use rstest::rstest;
use serde_json::{Value, json};
use std::io::{BufRead, BufReader};
use std::process::{Child, Stdio};
use std::time::Duration;
use tempfile::TempDir;

/// A desk that shares, and the room's way in.
struct Room {
    server: Child,
    desk: String,
    client: Client,
    _folder: TempDir,
}

impl Drop for Room {
    fn drop(&mut self) {
        let _ = self.server.kill();
        let _ = self.server.wait();
    }
}

/// What a device in the room has.
#[derive(Clone)]
struct Guest {
    cookies: String,
    token: String,
}

async fn room() -> Room {
    let folder = TempDir::new().unwrap();
    let mut server = program()
        .args(["serve", "--demo", "--stand-ins", "--listen", "127.0.0.1:0", "--share", "127.0.0.1:0", "--data"])
        .arg(folder.path())
        .stdout(Stdio::piped())
        .stderr(Stdio::null())
        .spawn()
        .unwrap();
    let mut line = String::new();
    BufReader::new(server.stdout.take().unwrap()).read_line(&mut line).unwrap();
    let desk = line.split_whitespace().find(|word| word.starts_with("http://")).unwrap().to_owned();
    let client = Client::builder().redirect(Policy::none()).build().unwrap();
    let room = Room { server, desk, client, _folder: folder };
    while room.share().await["open"] != json!(true) {
        tokio::time::sleep(Duration::from_millis(20)).await;
    }
    room
}

impl Room {
    async fn share(&self) -> Value {
        self.client.get(format!("{}/api/share", self.desk)).send().await.unwrap().json().await.unwrap()
    }

    async fn way(&self) -> String {
        self.share().await["addresses"][0].as_str().unwrap().to_owned()
    }

    async fn code(&self) -> String {
        let told = self.client.post(format!("{}/api/share/code", self.desk)).send().await.unwrap();
        let told: Value = told.json().await.unwrap();
        told["invitation"]["code"].as_str().unwrap().to_owned()
    }

    async fn knock(&self, code: &str) -> Response {
        let form = format!("code={code}");
        let knock = self.client.post(format!("{}/join", self.way().await)).body(form);
        knock.header("content-type", "application/x-www-form-urlencoded").send().await.unwrap()
    }

    async fn let_in(&self) -> Guest {
        let answer = self.knock(&self.code().await).await;
        assert_eq!(answer.status(), StatusCode::SEE_OTHER);
        let set: Vec<&str> = answer.headers().get_all(SET_COOKIE).iter().map(|value| value.to_str().unwrap()).collect();
        let pairs: Vec<&str> = set.iter().map(|cookie| cookie.split(';').next().unwrap()).collect();
        let token = pairs.iter().find(|pair| pair.starts_with("tolva-token")).unwrap().split('=').nth(1).unwrap();
        assert!(set.iter().all(|cookie| cookie.contains("SameSite=Strict")), "{set:?}");
        assert!(set.iter().any(|cookie| cookie.starts_with("tolva-in") && cookie.contains("HttpOnly")), "{set:?}");
        Guest { cookies: pairs.join("; "), token: token.to_owned() }
    }

    async fn asks(&self, guest: &Guest, method: Method, path: &str) -> RequestBuilder {
        self.client.request(method, format!("{}{path}", self.way().await)).header("cookie", &guest.cookies)
    }
}

#[tokio::test]
async fn without_a_code_there_is_only_the_door() {
    let room = room().await;
    let way = room.way().await;
    let get = |path: &str| room.client.get(format!("{way}{path}")).send();
    for path in ["/api/jobs", "/api/kit", "/api/events", "/api/openapi.json", "/api/setups/setup-doors/picture.jpg"] {
        assert_eq!(get(path).await.unwrap().status(), StatusCode::UNAUTHORIZED, "{path}");
    }
    for path in ["/", "/setups/setup-doors", "/index.html", "/assets/anything.js"] {
        let answer = get(path).await.unwrap();
        assert_eq!((answer.status(), &answer.headers()[LOCATION]), (StatusCode::SEE_OTHER, &"/join".parse().unwrap()));
    }
    let door = get("/join?code=12<34").await.unwrap();
    assert_eq!(door.status(), StatusCode::OK);
    let page = door.text().await.unwrap();
    assert!(page.contains("value=\"1234\"") && !page.contains("<script"), "{page}");
    // The desk itself goes on as before, and has no door.
    let jobs = room.client.get(format!("{}/api/jobs", room.desk)).send().await.unwrap();
    assert_eq!(jobs.status(), StatusCode::OK);
}

#[tokio::test]
async fn codes_are_used_once_and_wrong_ones_let_nobody_in() {
    let room = room().await;
    assert_eq!(room.knock("").await.status(), StatusCode::FORBIDDEN);
    let code = room.code().await;
    // Looking at the link uses nothing up.
    room.client.get(format!("{}/join?code={code}", room.way().await)).send().await.unwrap();
    assert_eq!(room.knock(&code).await.status(), StatusCode::SEE_OTHER);
    assert_eq!(room.knock(&code).await.status(), StatusCode::FORBIDDEN);
    assert_eq!(room.share().await["devices"].as_array().unwrap().len(), 1);
    let void = room.code().await;
    for guess in 0..5 {
        assert_eq!(room.knock(&format!("x{guess}")).await.status(), StatusCode::FORBIDDEN);
    }
    assert_eq!(room.knock(&void).await.status(), StatusCode::FORBIDDEN, "void after five wrong ones");
    assert!(room.share().await["invitation"].is_null());
    // A dozen tries a minute, and no more.
    let mut statuses = Vec::new();
    for guess in 0..10 {
        statuses.push(room.knock(&format!("{guess}")).await.status());
    }
    assert_eq!(statuses.last(), Some(&StatusCode::TOO_MANY_REQUESTS), "{statuses:?}");
    let late = room.code().await;
    assert_eq!(room.knock(&late).await.status(), StatusCode::TOO_MANY_REQUESTS, "even the right one waits");
    assert_eq!(room.share().await["devices"].as_array().unwrap().len(), 1);
}

#[rstest]
#[case::as_it_is(&[], true, StatusCode::OK)]
#[case::from_its_own_page(&[("origin", "own")], true, StatusCode::OK)]
#[case::no_word(&[], false, StatusCode::FORBIDDEN)]
#[case::another_origin(&[("origin", "http://evil.example")], true, StatusCode::FORBIDDEN)]
#[case::null_origin(&[("origin", "null")], true, StatusCode::FORBIDDEN)]
#[case::another_site(&[("sec-fetch-site", "cross-site")], true, StatusCode::FORBIDDEN)]
#[case::rebound_name(&[("host", "evil.example:4311")], true, StatusCode::FORBIDDEN)]
#[case::even_localhost_is_a_name(&[("host", "localhost:4311")], true, StatusCode::FORBIDDEN)]
#[tokio::test]
async fn a_change_comes_from_the_page_alone(
    #[case] headers: &[(&str, &str)],
    #[case] with_token: bool,
    #[case] expected: StatusCode,
) {
    let room = room().await;
    let (guest, way) = (room.let_in().await, room.way().await);
    let tick = json!({ "ticks": [{ "line": "pack/cloth", "ticked": true }] });
    let mut request = room.asks(&guest, Method::PUT, "/api/jobs/job-slip-shed/ticks").await.json(&tick);
    if with_token {
        request = request.header("x-tolva-token", &guest.token);
    }
    for (name, value) in headers {
        let value = if *value == "own" { way.as_str() } else { value };
        request = match *name {
            "host" => request.header(HOST, value),
            "origin" => request.header(ORIGIN, value),
            name => request.header(name, value),
        };
    }
    assert_eq!(request.send().await.unwrap().status(), expected);
}

#[rstest]
#[case("/api/share")]
#[case("/api/stand-ins")]
#[case("/api/backup")]
#[case("/api/export")]
#[tokio::test]
async fn some_things_are_done_at_the_desk_alone(#[case] path: &str) {
    let room = room().await;
    let guest = room.let_in().await;
    let answer = room.asks(&guest, Method::GET, path).await.send().await.unwrap();
    assert_eq!(answer.status(), StatusCode::FORBIDDEN);
    assert_eq!(answer.json::<Value>().await.unwrap()["type"], "desk-only");
}

/// A device is told of a change at the desk, and put out it hears and sees nothing any more.
#[tokio::test]
async fn who_is_put_out_is_out_at_once() {
    let room = room().await;
    let (guest, other) = (room.let_in().await, room.let_in().await);
    let stream = room.asks(&guest, Method::GET, "/api/events").await.send().await.unwrap();
    let mut told = stream.bytes_stream();
    let tick = json!({ "ticks": [{ "line": "pack/cloth", "ticked": true }] });
    let desk = format!("{}/api/jobs/job-slip-shed/ticks", room.desk);
    room.client.put(desk).json(&tick).send().await.unwrap();
    let mut heard = String::new();
    while !heard.contains("\"ticks\"") {
        heard += &String::from_utf8_lossy(&told.next().await.unwrap().unwrap());
    }
    let devices = room.share().await["devices"].clone();
    let out = format!("{}/api/share/devices/{}", room.desk, devices[0]["id"]);
    assert_eq!(room.client.delete(&out).send().await.unwrap().status(), StatusCode::NO_CONTENT);
    assert_eq!(room.client.delete(&out).send().await.unwrap().status(), StatusCode::NOT_FOUND);
    let ended = async { while told.next().await.is_some_and(|part| part.is_ok()) {} };
    tokio::time::timeout(Duration::from_secs(10), ended).await.expect("its stream ends");
    let status = |guest: Guest| {
        let room = &room;
        async move { room.asks(&guest, Method::GET, "/api/jobs").await.send().await.unwrap().status() }
    };
    assert_eq!(status(guest).await, StatusCode::UNAUTHORIZED);
    assert_eq!(status(other).await, StatusCode::OK);
}

/// Ended, nobody reaches it; begun again, who was in before has to ask anew.
#[tokio::test]
async fn sharing_ends() {
    let room = room().await;
    let (guest, way) = (room.let_in().await, room.way().await);
    let wish = |open: bool| room.client.put(format!("{}/api/share", room.desk)).json(&json!({ "open": open })).send();
    assert_eq!(wish(false).await.unwrap().json::<Value>().await.unwrap()["open"], json!(false));
    // A connection that was open may still be answered once; a new one is not.
    let refused = async {
        while Client::new().get(format!("{way}/join")).send().await.is_ok() {
            tokio::time::sleep(Duration::from_millis(20)).await;
        }
    };
    tokio::time::timeout(Duration::from_secs(10), refused).await.expect("nobody listens");
    let no_code = room.client.post(format!("{}/api/share/code", room.desk)).send().await.unwrap();
    assert_eq!(no_code.status(), StatusCode::CONFLICT);
    assert_eq!(wish(true).await.unwrap().json::<Value>().await.unwrap()["devices"], json!([]));
    let answer = room.asks(&guest, Method::GET, "/api/jobs").await.send().await.unwrap();
    assert_eq!(answer.status(), StatusCode::UNAUTHORIZED);
}

/// What a camera reads of the square code is the way in, by a general reader of such codes.
#[tokio::test]
async fn the_square_code_reads_back() {
    let room = room().await;
    let code = room.code().await;
    let invitation = room.share().await["invitation"].clone();
    let (side, path) = (invitation["side"].as_u64().unwrap() as usize, invitation["path"].as_str().unwrap());
    const MODULE: usize = 8;
    const EDGE: usize = 4;
    let across = (side + 2 * EDGE) * MODULE;
    let mut image = image::GrayImage::from_pixel(across as u32, across as u32, image::Luma([255]));
    for run in path.split('M').skip(1) {
        let (at, rest) = run.split_once('h').unwrap();
        let (column, row) = at.split_once(' ').unwrap();
        let (column, row): (usize, usize) = (column.parse().unwrap(), row.parse().unwrap());
        let length: usize = rest.split('v').next().unwrap().parse().unwrap();
        for x in (column + EDGE) * MODULE..(column + length + EDGE) * MODULE {
            for y in (row + EDGE) * MODULE..(row + 1 + EDGE) * MODULE {
                image.put_pixel(x as u32, y as u32, image::Luma([0]));
            }
        }
    }
    let mut read =
        rqrr::PreparedImage::prepare_from_greyscale(across, across, |x, y| image.get_pixel(x as u32, y as u32)[0]);
    let (_, text) = read.detect_grids()[0].decode().unwrap();
    assert_eq!(text, format!("{}/join?code={code}", room.way().await));
}

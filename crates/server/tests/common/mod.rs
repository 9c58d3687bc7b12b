//! What the tests of the API share: the running program with a real file.

#![allow(dead_code, clippy::unwrap_used)]

use reqwest::{Client, Method, StatusCode};
use serde_json::Value;
use std::io::{BufRead, BufReader};
use std::process::{Child, Command, Stdio};
use tempfile::TempDir;

pub struct Tolva {
    pub server: Child,
    pub address: String,
    pub folder: TempDir,
    pub client: Client,
}

impl Drop for Tolva {
    fn drop(&mut self) {
        let _ = self.server.kill();
        let _ = self.server.wait();
    }
}

pub fn program() -> Command {
    Command::new(env!("CARGO_BIN_EXE_tolva"))
}

pub fn serve(folder: TempDir, demo: bool) -> Tolva {
    let mut command = program();
    command.args(["serve", "--listen", "127.0.0.1:0", "--data"]).arg(folder.path());
    if demo {
        command.arg("--demo");
    }
    let mut server = command.stdout(Stdio::piped()).stderr(Stdio::null()).spawn().unwrap();
    let mut line = String::new();
    BufReader::new(server.stdout.take().unwrap()).read_line(&mut line).unwrap();
    let address = line.split_whitespace().find(|word| word.starts_with("http://")).unwrap().to_owned();
    Tolva { server, address, folder, client: Client::new() }
}

pub fn demo() -> Tolva {
    serve(TempDir::new().unwrap(), true)
}

impl Tolva {
    pub async fn ask(&self, method: Method, path: &str, body: Option<Value>) -> (StatusCode, Value) {
        let mut request = self.client.request(method, format!("{}{path}", self.address));
        if let Some(body) = body {
            request = request.json(&body);
        }
        let answer = request.send().await.unwrap();
        let status = answer.status();
        (status, serde_json::from_slice(&answer.bytes().await.unwrap()).unwrap_or(Value::Null))
    }

    pub async fn get(&self, path: &str) -> Value {
        let (status, value) = self.ask(Method::GET, path, None).await;
        assert_eq!(status, StatusCode::OK, "{path}: {value}");
        value
    }

    pub async fn post(&self, path: &str, body: Value) -> (StatusCode, Value) {
        self.ask(Method::POST, path, Some(body)).await
    }

    pub async fn setup(&self) -> Value {
        self.get("/api/setups/setup-doors").await
    }
}

impl Tolva {
    /// Stops the server and gives its folder.
    pub fn stop(&mut self) -> TempDir {
        let _ = self.server.kill();
        let _ = self.server.wait();
        std::mem::replace(&mut self.folder, TempDir::new().unwrap())
    }
}

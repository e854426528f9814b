package dauntingledger.bench;

import java.io.BufferedInputStream;
import java.io.BufferedReader;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * One kept-open HTTP/1.1 connection with its cookies, made to cost the measuring side as little as it can. Only
 * loopback.
 */
final class Connection implements AutoCloseable {

    /** Well below the time after which the server closes an idle connection. */
    private static final long IDLE_NANOS = 20_000_000_000L;

    private final int port;
    private Socket socket;
    private InputStream in;
    private OutputStream out;
    private long lastUsed;
    private final Map<String, String> cookies = new LinkedHashMap<>();

    Connection(int port) throws IOException {
        this.port = port;
        this.socket = open();
        this.in = new BufferedInputStream(socket.getInputStream());
        this.out = socket.getOutputStream();
        this.lastUsed = System.nanoTime();
    }

    private Socket open() throws IOException {
        Socket opened = new Socket(InetAddress.getLoopbackAddress(), port);
        opened.setTcpNoDelay(true);
        return opened;
    }

    /** Returns a further connection of the same browser. */
    Connection another() throws IOException {
        Connection other = new Connection(port);
        other.cookies.putAll(cookies);
        return other;
    }

    /** Asks for something whose answer has no end. */
    void ask(String path) throws IOException {
        out.write(("GET " + path + " HTTP/1.1\r\nHost: localhost\r\nAccept: text/event-stream\r\nCookie: " + jar()
                        + "\r\n\r\n")
                .getBytes(StandardCharsets.US_ASCII));
        out.flush();
    }

    /** Reads all that comes until this is closed. */
    void swallow() {
        try {
            in.transferTo(OutputStream.nullOutputStream());
        } catch (IOException closed) {
            // Closing the connection is how a stream ends.
        }
    }

    /** Returns what comes, line by line. */
    BufferedReader lines() {
        return new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8));
    }

    private String jar() {
        return cookies.entrySet().stream()
                .map(cookie -> cookie.getKey() + "=" + cookie.getValue())
                .collect(Collectors.joining("; "));
    }

    private void reopenIfIdle() throws IOException {
        if (System.nanoTime() - lastUsed > IDLE_NANOS) {
            socket.close();
            socket = open();
            in = new BufferedInputStream(socket.getInputStream());
            out = socket.getOutputStream();
        }
        lastUsed = System.nanoTime();
    }

    record Answer(int status, String body) {}

    Answer get(String path) throws IOException {
        return exchange("GET", path, "", "");
    }

    Answer post(String path, String type, String body) throws IOException {
        return exchange("POST", path, type, body);
    }

    private Answer exchange(String method, String path, String type, String body) throws IOException {
        reopenIfIdle();
        byte[] content = body.getBytes(StandardCharsets.UTF_8);
        String head = method + " " + path + " HTTP/1.1\r\nHost: localhost\r\nCookie: " + jar() + "\r\nX-XSRF-TOKEN: "
                + cookies.getOrDefault("XSRF-TOKEN", "") + "\r\nX-Requested-By: fetch\r\nContent-Length: "
                + content.length
                + (type.isEmpty() ? "" : "\r\nContent-Type: " + type) + "\r\n\r\n";
        out.write(head.getBytes(StandardCharsets.US_ASCII));
        out.write(content);
        out.flush();
        return read();
    }

    private Answer read() throws IOException {
        int status = Integer.parseInt(line().substring(9, 12));
        int length = 0;
        boolean chunked = false;
        for (String header = line(); !header.isEmpty(); header = line()) {
            int colon = header.indexOf(':');
            String name = header.substring(0, colon).toLowerCase(Locale.ROOT);
            String value = header.substring(colon + 1).strip();
            switch (name) {
                case "content-length" -> length = Integer.parseInt(value);
                case "transfer-encoding" -> chunked = value.equals("chunked");
                case "set-cookie" -> keep(value);
                default -> {}
            }
        }
        if (!chunked) {
            return new Answer(status, new String(in.readNBytes(length), StandardCharsets.UTF_8));
        }
        StringBuilder body = new StringBuilder();
        for (int size = chunk(); size > 0; size = chunk()) {
            body.append(new String(in.readNBytes(size), StandardCharsets.UTF_8));
            line();
        }
        line();
        return new Answer(status, body.toString());
    }

    private int chunk() throws IOException {
        return Integer.parseInt(line(), 16);
    }

    private void keep(String cookie) {
        int equals = cookie.indexOf('=');
        int end = cookie.indexOf(';');
        cookies.put(cookie.substring(0, equals), cookie.substring(equals + 1, end < 0 ? cookie.length() : end));
    }

    private String line() throws IOException {
        StringBuilder line = new StringBuilder();
        for (int c = in.read(); c != '\n'; c = in.read()) {
            if (c < 0) {
                throw new EOFException("the server closed the connection");
            }
            if (c != '\r') {
                line.append((char) c);
            }
        }
        return line.toString();
    }

    @Override
    public void close() throws IOException {
        socket.close();
    }
}

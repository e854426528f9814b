package dauntingledger.app.time;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.SocketException;
import java.time.Duration;
import org.apache.commons.net.ntp.NtpV3Impl;
import org.apache.commons.net.ntp.TimeStamp;

/** Stands in for a time server whose clock, or ours, is off: {@code TimeStandIn PORT SECONDS}. For rehearsals and tests. */
public final class TimeStandIn implements AutoCloseable {

    private static final int MESSAGE_BYTES = 48;
    private static final int MODE_SERVER = 4;

    private final DatagramSocket socket;
    private final Duration off;

    /**
     * Answers at a port of this machine alone.
     *
     * @param port 0 for any that is free
     * @param off how far it is ahead of the computer's clock
     */
    public TimeStandIn(int port, Duration off) throws IOException {
        this.socket = new DatagramSocket(port, InetAddress.getLoopbackAddress());
        this.off = off;
        Thread.ofPlatform().name("time-stand-in").start(this::answer);
    }

    public static void main(String[] args) throws IOException {
        new TimeStandIn(Integer.parseInt(args[0]), Duration.ofSeconds(Long.parseLong(args[1])));
    }

    /** Returns what {@link TimeServer#of} takes. */
    public String name() {
        return socket.getLocalAddress().getHostAddress() + ":" + socket.getLocalPort();
    }

    private void answer() {
        try {
            while (!socket.isClosed()) {
                DatagramPacket asked = new DatagramPacket(new byte[MESSAGE_BYTES], MESSAGE_BYTES);
                socket.receive(asked);
                NtpV3Impl message = new NtpV3Impl();
                message.setDatagramPacket(asked);
                TimeStamp now = TimeStamp.getNtpTime(System.currentTimeMillis() + off.toMillis());
                message.setMode(MODE_SERVER);
                message.setStratum(1);
                message.setOriginateTimeStamp(message.getTransmitTimeStamp());
                message.setReceiveTimeStamp(now);
                message.setTransmitTime(now);
                DatagramPacket answer = message.getDatagramPacket();
                answer.setSocketAddress(asked.getSocketAddress());
                socket.send(answer);
            }
        } catch (SocketException closed) {
            // Nobody is answered any more.
        } catch (IOException e) {
            throw new UncheckedIOException("the stand-in of a time server ends", e);
        }
    }

    @Override
    public void close() {
        socket.close();
    }
}

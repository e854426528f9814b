package dauntingledger.app.room;

import org.springframework.context.annotation.Configuration;
import org.springframework.scheduling.annotation.EnableScheduling;

/** Lets the room send its time signal. */
@Configuration(proxyBeanMethods = false)
@EnableScheduling
class RoomConfiguration {}

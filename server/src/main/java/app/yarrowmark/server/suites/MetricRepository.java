package app.yarrowmark.server.suites;

import org.springframework.data.jpa.repository.JpaRepository;

interface MetricRepository extends JpaRepository<MetricEntity, Long> {}
